/**
 * Drawers that are not opened first, and the panel of what is chosen on the circuit: loaded together, a moment
 * after the stage.
 */
export { default as AirAnswers } from './AirAnswers.vue'
export { default as AirClasses } from './AirClasses.vue'
export { default as AirParts } from './AirParts.vue'
export { default as ChosenLine } from './ChosenLine.vue'
export { default as ChosenPart } from './ChosenPart.vue'
export { default as DoYouNeedIt } from './DoYouNeedIt.vue'
export { default as SpringSheet } from './SpringSheet.vue'
export { default as WhatIsThere } from './WhatIsThere.vue'
