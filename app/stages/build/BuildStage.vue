<template>
  <p class="sheet p-5">…</p>
</template>
