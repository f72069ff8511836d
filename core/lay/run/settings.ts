/**
 * Cost of a way for a line or wire, in metres of plain run along the frame, and how close it may come to
 * things. From memory, except for what is named in the catalogue of common practice.
 */
export const WAY = {
  /** From the steel's face to the middle of a run tied to it, m. */
  fromFace: 0.02,
  /** Half the thickness of the thickest run, a wire in its loom, m. */
  radius: 0.008,
  /** Half the thickness of a few thin wires in their loom, m. */
  signalRadius: 0.004,
  /** Smallest bend radius of a wire in its loom, five times its thickness, m. */
  wireBend: 0.06,
  /** Bend radius of a tube of unknown class, m. */
  usualBend: 0.03,
  /** A run closer to structure than this can be tied to it, m. */
  tied: 0.05,
  /** A metre under a floor or along sheet metal, where ties need drilled holes. */
  thin: 1.4,
  /** A metre over the axle, rather than ahead of it. */
  overAxle: 1.5,
  /** This counts as over the axle, to either side, m. */
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
  /** A run closer than this to an existing grommet goes through it, m; planes are not closer. */
  atGrommet: 0.045,
  /** One hole through sheet metal, with its grommet. */
  hole: 0.6,
  /** A metre where another run lies already, tied with it. */
  shared: 0.92,
  /** A part is joined to the structure from at most this distance, m. */
  reach: 0.5,
  /** Between parts closer than this, a tube is bent by hand round what is in between, m. */
  neighbours: 0.15,
  /** Parts closer than this are joined straight if nothing is in between, m. */
  straight: 0.4,
} as const

/** Tolerances of the search for runs. */
export const RUN_SOLVER = {
  /** Lengths, and shares of a direction, that differ by less are equal: only rounding. */
  rounding: 1e-9,
  /** Rounding up to the cut length ignores this share of a step. */
  cutRounding: 1e-6,
  /** A turn closer than this to 0 or 180° is none, rad. */
  noTurn: 1e-6,
  /** A run may pass what its part is fixed to at any distance, but never cross it, m. */
  beside: 1e-6,
  /**
   * A slanted piece is checked in parts of this length, m; its distances come out too small by less than that.
   */
  part: 0.02,
  /** Anything within this distance of a run's end is what its part is fixed to, m. */
  fixedTo: 0.04,
  /** An end is joined to this many nodes, the nearest that can be reached. */
  stubs: 16,
  /** A stub within this cosine of a direction needs no bend. */
  straightOn: 0.9,
  /** Planes closer than this would be one, m. */
  planesApart: 0.04,
  /** Searches kept for one piece of a run, because the plan and its copies take turns. */
  searchesKept: 3,
  /** Solids whose nearness to a grid is kept. */
  solidsKept: 400,
  /** Ends, bows and distances kept for one grid. */
  endsKept: 2000,
  /**
   * Where rails rise, bends turn by more than a right angle and need longer pieces. If a bend comes out too
   * tight, the search is repeated with this many times the room.
   */
  eases: [1, 1.5, 2, 2.5],
} as const
