/** Air's drawers, loaded once for the stage and for what is chosen on its circuit. */
export const airDrawers = begunOnce(() => import('./airDrawers'))
