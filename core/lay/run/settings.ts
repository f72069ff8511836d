/**
 * What a way for a line or wire costs, in metres of plain run along the frame, and how near it may come to things. From
 * memory, but for what is named in the catalogue of common practice.
 */
export const WAY = {
  /** From the steel's face to the middle of a run tied to it, m. */
  fromFace: 0.02,
  /** Half the thickest of what is run, a wire in its loom, m. */
  radius: 0.008,
  /** Half the thickness of a few thin wires in their loom, m. */
  signalRadius: 0.004,
  /** A wire in its loom is bent no tighter than five times its thickness, m. */
  wireBend: 0.06,
  /** Bend radius of a tube whose class is not known, m. */
  usualBend: 0.03,
  /** Nearer to structure than this it can be tied there, m. */
  tied: 0.05,
  /** A metre under a floor or along sheet metal, where there is nothing to tie to but what is drilled. */
  thin: 1.4,
  /** A metre over the axle, rather than ahead of it. */
  overAxle: 1.5,
  /** So far ahead and behind it that counts, m. */
  axleHalf: 0.25,
  /** A metre away from structure. */
  free: 2.5,
  /** A metre under the rails, where stones and stands reach. */
  low: 2,
  /** A metre outside the rails rather than inside. */
  outside: 1.05,
  /** A metre under the fuel tank rather than over. */
  underTank: 4,
  /** A metre beside the engine. */
  engine: 3,
  /** A metre within the keep-off of the exhaust. */
  heat: 12,
  /** No run comes nearer to the pipe than this, m. */
  heatStop: 0.03,
  /** One bend. */
  turn: 0.05,
  /** A run nearer than this to a grommet that is there goes through it, m: planes are no closer. */
  atGrommet: 0.045,
  /** One hole through sheet metal, with its grommet. */
  hole: 0.6,
  /** A metre where another run lies already, tied with it. */
  shared: 0.92,
  /** A part is joined to the structure from no farther than this, m. */
  reach: 0.5,
  /** Between parts nearer to each other than this a tube is bent by hand round what stands between them, m. */
  neighbours: 0.15,
  /** Parts nearer than this to each other are joined straight where nothing stands between, m. */
  straight: 0.4,
} as const

/** Tolerances of the search for runs. */
export const RUN_SOLVER = {
  /** Lengths, and shares of a direction, that differ by less are one: only rounding. */
  rounding: 1e-9,
  /** Rounding up to what is cut does not make a cut longer for so much of a step. */
  cutRounding: 1e-6,
  /** A turn nearer to none, or to right about, is none, rad. */
  noTurn: 1e-6,
  /** A run may pass what its part is fixed to as near as it likes, but never through it, m. */
  beside: 1e-6,
  /** A slanted piece is looked at in parts of this length, m: it is told nearer to things by less than that. */
  part: 0.02,
  /** What stands within this of where a run ends is what its part is fixed to, m. */
  fixedTo: 0.04,
  /** An end is joined to so many nodes, the nearest that can be reached. */
  stubs: 16,
  /** More of a stub's direction than this along a way is no bend. */
  straightOn: 0.9,
  /** Planes nearer than this to one another would be one, m. */
  planesApart: 0.04,
  /** Searches that are kept of one piece of a run: the plan and copies of it take turns. */
  searchesKept: 3,
  /** Solids whose nearness to a grid is kept. */
  solidsKept: 400,
  /** Ends, bows and distances of runs that are kept for one grid. */
  endsKept: 2000,
  /**
   * Where rails rise, bends turn by more than a right angle and want more of their pieces: where that leaves a bend
   * too tight, the way is sought again with so many times the room.
   */
  eases: [1, 1.5, 2, 2.5],
} as const
