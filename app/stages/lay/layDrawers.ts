/** What stands in drawers that are not the first to be opened: fetched together, a moment after the stage. */
export { default as BackFromTruck } from './BackFromTruck.vue'
export { default as CoilPlan } from './CoilPlan.vue'
export { default as CutList } from './CutList.vue'
export { default as HoleList } from './HoleList.vue'
export { default as LaySection } from './LaySection.vue'
export { default as LayoutsPanel } from './LayoutsPanel.vue'
export { default as RunsPanel } from './RunsPanel.vue'
export { default as TellSolids } from './TellSolids.vue'
