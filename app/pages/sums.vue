<template>
  <p>…</p>
</template>
