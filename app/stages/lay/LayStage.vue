<template>
  <div class="space-y-3">
    <LayAbove />
    <LaySide />
    <CutList />
    <LayFields />
  </div>
</template>
