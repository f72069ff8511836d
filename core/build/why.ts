/** Why a step is done as it is, and what goes wrong without it: for somebody who does it for the first time. */
export interface Why {
  why: string
  leftOut: string
}

/** By the ids of steps; the first row that fits (common practice). */
const WHYS: readonly (Why & { on: RegExp })[] = [
  {
    on: /^sheet$/,
    why: 'The maker knows this kit; what stands here is only what is usual. Torques and the way round of brackets differ from kit to kit.',
    leftOut: 'A bracket goes in the wrong way round, and the bag rubs through.',
  },
  {
    on: /^box$/,
    why: 'A missing screw found now is fetched in an hour. Found with the truck on stands it stops the bay.',
    leftOut: 'The truck stands half done until the part comes.',
  },
  {
    on: /^tools$/,
    why: 'Under the truck both hands are full. What lies ready is used; what has to be fetched is made do without.',
    leftOut: 'A torque is guessed because the wrench is at the other end of the shop.',
  },
  {
    on: /^(chock|lift)$/,
    why: 'A truck on stands weighs tons and rolls without a sound. Stands and chocks are all that is between it and you.',
    leftOut: 'It comes down on whoever is under it.',
  },
  {
    on: /^measure$/,
    why: 'The heights are gone once it is up. They are what the work is judged by at the end.',
    leftOut: 'Nobody can say whether it stands as before.',
  },
  {
    on: /^lamps/,
    why: 'A raised rear lowers the beam, and a full load lifts it. The mark shows by how much.',
    leftOut: 'The lamps blind whoever comes, or light only the road before the bumper.',
  },
  {
    on: /^free-/,
    why: 'What hangs on a hose or a lead is torn when the axle goes down. Its bolts in a numbered bag go back where they came from.',
    leftOut: 'A hose is stretched, and it fails weeks later.',
  },
  {
    on: /^stop-cut$/,
    why: 'The stop is the last thing that stops the axle. Cut too far, the bag takes the blow; too little, it cannot work.',
    leftOut: 'The insert is crushed at the first deep hole in the road.',
  },
  {
    on: /^fitting-/,
    why: 'Its place is closed in as soon as the bracket is on. The frame is above it, so it must not stand too high.',
    leftOut: 'It leaks where nobody reaches, or the frame strikes it.',
  },
  {
    on: /^bench-/,
    why: 'On the bench every nut is reached with a wrench. The bag has no edge or burr under it that way.',
    leftOut: 'A burr wears through the bag, or a nut behind it is never tight.',
  },
  {
    on: /^(spring|align)-/,
    why: 'Loose, the spring finds its own line between its seats. Tightened first, it stays where it leans.',
    leftOut: 'It leans, rubs on one side, and wears out early.',
  },
  {
    on: /^torque-/,
    why: 'The order draws the brackets down evenly. The foot screws come last, because they would hold the bag crooked.',
    leftOut: 'A loose bracket hammers its holes wide; one too tight strips its thread.',
  },
  {
    on: /^fit-/,
    why: 'Measured room is the only proof that nothing touches over the travel. The plan is corrected by it.',
    leftOut: 'The bag meets the tyre or the frame on the road.',
  },
  {
    on: /^(cap|stem|held|stack|seat-hole)-/,
    why: 'Inside the coil nothing is reached any more. What is done before it closes is all that can be done.',
    leftOut: 'A leak inside the coil means taking everything out again.',
  },
  {
    on: /^dress-/,
    why: 'On the bench every port is reached from all sides and can be held against. A plug forgotten is found before it hangs.',
    leftOut: 'A port stays open, and the first start blows it all out.',
  },
  {
    on: /^mount-/,
    why: 'High and out of spray it lives longest. Its place decides how long lines and wires are.',
    leftOut: 'Water gets in, or a line rubs on what moves.',
  },
  {
    on: /^(line|short|cut-in|off-line)-/,
    why: 'A push fitting holds on a square, clean end that is fully home. A tie every hand’s breadth keeps it from rubbing.',
    leftOut: 'It leaks slowly, and the truck sinks overnight.',
  },
  {
    on: /^(earth|feed|wires|loom|plugs|key-fuse|lamp-wire)$/,
    why: 'The compressor draws more than anything else on this wiring. A poor joint or a thin wire gets hot.',
    leftOut: 'It runs slowly, or the wire burns.',
  },
  {
    on: /^(live-air|fuse)$/,
    why: 'With the fuse in, a set may start by itself. So the fuse comes last, when nobody is near.',
    leftOut: 'A hand is between spring and bracket when it fills.',
  },
  {
    on: /^meter$/,
    why: 'A bad joint does not show until current flows through it. Half a volt tells.',
    leftOut: 'The joint heats up on the road.',
  },
  {
    on: /^(first-fill|clearances)$/,
    why: 'Only full does a spring show its size. It is filled slowly and watched from aside.',
    leftOut: 'What touches is found when the bag is worn through.',
  },
  {
    on: /^soap/,
    why: 'Soap finds in minutes what a gauge shows after hours. What is closed in later comes first.',
    leftOut: 'It sinks overnight, and nobody knows where.',
  },
  {
    on: /^pinched$/,
    why: 'The axle moves a long way, and what is slack at rest may be tight at the end. It is looked at over all of it.',
    leftOut: 'A hose is cut through at the first full load.',
  },
  {
    on: /^back/,
    why: 'What came off goes back the way it came off. The bags are empty when nothing is forgotten.',
    leftOut: 'A bracket falls off on the road.',
  },
  {
    on: /^(down|road)$/,
    why: 'New brackets and paint settle under load. What was tight is a little looser then.',
    leftOut: 'A bolt works loose, and the bracket moves.',
  },
  {
    on: /^driver$|^card$/,
    why: 'The driver sets the pressure every day. Nobody else sees the springs again for months.',
    leftOut: 'It is driven empty at full pressure, or loaded at none.',
  },
]

/** Why a step is done; null for one that says it itself. */
export const whyOf = (id: string): Why | null => WHYS.find(({ on }) => on.test(id)) ?? null
