/** Drawers that are not opened first: loaded together, a moment after the stage. */
export { default as HowSure } from './HowSure.vue'
export { default as LoadPressures } from './LoadPressures.vue'
export { default as LoadRatings } from './LoadRatings.vue'
export { default as PressureCard } from './PressureCard.vue'
export { default as TrailerPanel } from './TrailerPanel.vue'
