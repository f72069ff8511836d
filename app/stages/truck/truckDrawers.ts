/**
 * What stands in drawers and pictures that are not the first to be seen: fetched together, a moment after the
 * stage.
 */
export { default as BesideSprings } from './BesideSprings.vue'
export { default as CertifiedUpgrade } from './CertifiedUpgrade.vue'
export { default as CrossMembers } from './CrossMembers.vue'
export { default as ExhaustPath } from './ExhaustPath.vue'
export { default as FitPicture } from './FitPicture.vue'
export { default as FitTables } from './FitTables.vue'
export { default as FoundParts } from './FoundParts.vue'
export { default as SurveyGroup } from './SurveyGroup.vue'
export { default as SurveyPanel } from './SurveyPanel.vue'
export { default as TicketsPanel } from './TicketsPanel.vue'
export { default as TruckBasics } from './TruckBasics.vue'
export { default as TruckPhotos } from './TruckPhotos.vue'
export { default as UpperBracket } from './UpperBracket.vue'
