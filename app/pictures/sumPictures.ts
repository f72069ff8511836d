/**
 * A small picture for every quick sum: its letters are shown on the thing itself. Drawn by hand in a box of 320
 * by 110.
 */
export interface SumShape {
  d: string
  /**
   * `body` is filled like a part, `air` has the colour of air, `heat` that of warnings, `measure` is thin;
   * otherwise a plain line.
   */
  as?: 'body' | 'air' | 'heat' | 'measure'
}
export interface SumPicture {
  shapes: SumShape[]
  words: { x: number; y: number; text: string }[]
}

const word = (x: number, y: number, text: string) => ({ x, y, text })
const wheel = (x: number, y: number, r = 14) =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 -${2 * r} 0`
const across = (x1: number, x2: number, y: number) => `M${x1} ${y}H${x2}M${x1} ${y - 4}v8M${x2} ${y - 4}v8`
const upright = (x: number, y1: number, y2: number) => `M${x} ${y1}V${y2}M${x - 4} ${y1}h8M${x - 4} ${y2}h8`
const down = (x: number, y1: number, y2: number) => `M${x} ${y1}V${y2}m-4-7l4 7l4-7`
const right = (x1: number, x2: number, y: number) => `M${x1} ${y}H${x2}m-7-4l7 4l-7 4`
const ground = (x1: number, x2: number, y: number) => `M${x1} ${y}H${x2}`
const vessel = (x: number, y: number, width: number, height: number) => {
  const r = height / 2
  return `M${x + r} ${y}h${width - height}a${r} ${r} 0 0 1 0 ${height}h-${width - height}a${r} ${r} 0 0 1 0 -${height}z`
}
const bag = (x: number, y: number) =>
  `M${x} ${y}h44M${x} ${y + 44}h44M${x + 4} ${y}q-9 11 0 22q-9 11 0 22M${x + 40} ${y}q9 11 0 22q9 11 0 22`
const coil = (x: number, y: number) => `M${x} ${y}h20l-20 9h20l-20 9h20l-20 9h20l-20 9h20`
const pump = (x: number, y: number) =>
  `M${x - 18} ${y}a18 18 0 1 0 36 0a18 18 0 1 0 -36 0M${x + 18} ${y}l-12-7v14z`
const battery = (x: number, y: number) => `M${x} ${y}h46v34h-46zM${x + 8} ${y}v-6h7v6M${x + 31} ${y}v-6h7v6`
const truck = 'M40 74V52l22-6 16-20h40v30h92v18z'

const PRESSED: SumPicture = {
  shapes: [
    { d: 'M60 20h200v8h-200z', as: 'body' },
    { d: bag(96, 28), as: 'air' },
    { d: coil(196, 28) },
    { d: 'M60 72h200v7h-200z', as: 'body' },
    { d: down(160, 2, 18), as: 'heat' },
    { d: upright(272, 28, 72), as: 'measure' },
  ],
  words: [word(172, 14, 'ΔF'), word(106, 54, 'p·A'), word(222, 54, 'k'), word(282, 54, 's')],
}

export const SUM_PICTURES: Record<string, SumPicture> = {
  'axle-loads': {
    shapes: [
      { d: truck, as: 'body' },
      { d: wheel(74, 76) + wheel(180, 76) },
      { d: ground(20, 300, 90) },
      { d: 'M128 36h30v18h-30z', as: 'air' },
      { d: across(74, 180, 102), as: 'measure' },
      { d: across(143, 180, 66), as: 'measure' },
      { d: down(143, 8, 34), as: 'heat' },
    ],
    words: [word(150, 20, 'm'), word(156, 63, 'x'), word(120, 99, 'L')],
  },
  'level-pressure': PRESSED,
  'pressure-card': {
    shapes: [
      { d: 'M60 96V14M60 96H280' },
      { d: 'M60 84H96L270 24', as: 'air' },
      { d: 'M60 20H280', as: 'measure' },
    ],
    words: [word(36, 24, 'p'), word(268, 108, 'ΔF'), word(170, 52, 'k·s + p·A')],
  },
  'tube-flow': {
    shapes: [
      { d: 'M50 42h220v24h-220z', as: 'body' },
      { d: right(70, 250, 54), as: 'air' },
      { d: across(50, 270, 88), as: 'measure' },
      { d: upright(34, 42, 66), as: 'measure' },
    ],
    words: [
      word(16, 58, 'd'),
      word(156, 84, 'L'),
      word(52, 36, 'p₁'),
      word(254, 36, 'p₂'),
      word(154, 50, 'ṁ'),
    ],
  },
  'valve-flow': {
    shapes: [
      { d: 'M40 54h80M200 54h80' },
      { d: 'M120 34L200 74V34L120 74z', as: 'body' },
      { d: right(50, 110, 46), as: 'air' },
      { d: right(210, 270, 46), as: 'air' },
    ],
    words: [word(60, 74, 'p₁'), word(240, 74, 'p₂'), word(148, 26, 'C, b'), word(76, 38, 'Q')],
  },
  'fill-time': {
    shapes: [
      { d: pump(70, 54), as: 'body' },
      { d: 'M88 54h60' },
      { d: right(96, 140, 44), as: 'air' },
      { d: vessel(148, 30, 130, 48), as: 'body' },
    ],
    words: [word(110, 36, 'Q(p)'), word(196, 60, 'V, p')],
  },
  'gas-temperature': {
    shapes: [
      { d: vessel(30, 34, 100, 46), as: 'body' },
      { d: vessel(190, 34, 100, 46), as: 'body' },
      { d: right(140, 180, 57), as: 'air' },
      { d: 'M80 96v-8M240 96v-8', as: 'heat' },
    ],
    words: [word(60, 62, 'p₁, T₁'), word(220, 62, 'p₂, T₂')],
  },
  'wire-drop': {
    shapes: [
      { d: battery(20, 44), as: 'body' },
      { d: 'M54 38V18H240V36', as: 'heat' },
      { d: 'M32 38V8H20V98H240V74' },
      { d: 'M222 36h36v38h-36z', as: 'body' },
      { d: across(58, 236, 30), as: 'measure' },
      { d: right(120, 170, 12), as: 'air' },
    ],
    words: [word(146, 44, 'L'), word(176, 14, 'I'), word(232, 60, 'M'), word(270, 60, 'drop')],
  },
  'wire-size': {
    shapes: [
      { d: 'M60 54a22 22 0 1 0 44 0a22 22 0 1 0 -44 0' },
      { d: 'M70 54a12 12 0 1 0 24 0a12 12 0 1 0 -24 0', as: 'heat' },
      { d: 'M82 32H270M82 76H270' },
      { d: 'M94 46H282v16H94', as: 'heat' },
      { d: across(82, 270, 92), as: 'measure' },
      { d: right(150, 210, 54), as: 'air' },
    ],
    words: [word(78, 58, 'S'), word(172, 106, 'L'), word(216, 58, 'I')],
  },
  fuse: {
    shapes: [
      { d: 'M30 54h80M210 54h80' },
      { d: 'M110 38h100v32h-100z', as: 'body' },
      { d: 'M110 54h34q8-18 16 0q8 18 16 0h34', as: 'heat' },
      { d: right(40, 100, 46), as: 'air' },
    ],
    words: [word(64, 38, 'I'), word(132, 88, '1.25·I')],
  },
  standby: {
    shapes: [
      { d: battery(60, 40), as: 'body' },
      { d: 'M106 57h60' },
      { d: 'M166 40h50v34h-50z', as: 'body' },
      { d: right(112, 160, 49), as: 'air' },
      { d: 'M250 57a18 18 0 1 0 36 0a18 18 0 1 0 -36 0M268 57V45M268 57h9' },
    ],
    words: [word(68, 62, 'Ah'), word(130, 42, 'I'), word(252, 94, 'days')],
  },
  'leak-rate': {
    shapes: [
      { d: vessel(30, 40, 100, 42), as: 'body' },
      { d: 'M128 50l12-6M130 61h14M128 72l12 6', as: 'air' },
      { d: 'M180 96V16M180 96H300' },
      { d: 'M186 24l34 16 34 18 40 20', as: 'heat' },
    ],
    words: [word(68, 66, 'V'), word(160, 22, 'p/T'), word(288, 108, 't')],
  },
  headlamp: {
    shapes: [
      { d: 'M60 74V52l22-6 16-20h40v30h62v14z', as: 'body' },
      { d: wheel(88, 76) + wheel(178, 80) },
      { d: 'M60 58L10 44', as: 'heat' },
      { d: 'M60 58L10 60', as: 'measure' },
      { d: across(88, 178, 102), as: 'measure' },
      { d: down(214, 40, 66), as: 'air' },
    ],
    words: [word(128, 100, 'L'), word(4, 38, 'rise'), word(224, 58, 'Δrear'), word(24, 74, 'D')],
  },
  'torque-check': {
    shapes: [
      { d: 'M40 48h24v14h-24zM64 44h12v22h-12z', as: 'body' },
      { d: 'M76 50H180V60H76M92 50v10M104 50v10M116 50v10M128 50v10M140 50v10M152 50v10M164 50v10' },
      { d: upright(194, 50, 60), as: 'measure' },
      { d: right(84, 240, 80), as: 'heat' },
      { d: 'M30 34a26 26 0 0 1 36 0m-8-1l8 1l-1-8', as: 'air' },
    ],
    words: [word(204, 60, 'd'), word(246, 84, 'F'), word(44, 20, 'T')],
  },
  'critical-path': {
    shapes: [
      { d: 'M30 24h70v16h-70z', as: 'body' },
      { d: 'M108 24h60v16h-60z', as: 'body' },
      { d: 'M30 56h50v16h-50z', as: 'body' },
      { d: 'M88 56h110v16h-110z', as: 'heat' },
      { d: 'M206 40h40v16h-40z', as: 'heat' },
      { d: 'M30 84H246', as: 'measure' },
    ],
    words: [word(128, 68, 'longest chain'), word(130, 102, 'minutes')],
  },
  'squat-rate': {
    shapes: [
      { d: 'M40 34h220v8h-220z', as: 'body' },
      { d: 'M40 54h220v8h-220z', as: 'measure' },
      { d: coil(140, 62) },
      { d: 'M100 98h120v6h-120z', as: 'body' },
      { d: down(150, 8, 32), as: 'heat' },
      { d: upright(280, 42, 62), as: 'measure' },
    ],
    words: [word(162, 24, 'ΔF'), word(288, 56, 'Δh'), word(170, 84, 'k')],
  },
  'trailer-tongue': {
    shapes: [
      { d: 'M96 40h170v26h-170zM96 62L30 62', as: 'body' },
      { d: wheel(196, 78) },
      { d: ground(20, 300, 92) },
      { d: down(160, 8, 38), as: 'heat' },
      { d: down(30, 36, 60), as: 'air' },
      { d: across(30, 196, 104), as: 'measure' },
      { d: across(30, 160, 76), as: 'measure' },
    ],
    words: [word(168, 20, 'm'), word(10, 34, 'ball'), word(90, 102, 'axle'), word(78, 73, 'behind')],
  },
  'roll-stiffness': {
    shapes: [
      { d: 'M60 30l200 14v8l-200 -14z', as: 'body' },
      { d: 'M70 88h180v7h-180z', as: 'body' },
      { d: bag(84, 40), as: 'air' },
      { d: bag(192, 44), as: 'air' },
      { d: across(106, 214, 106), as: 'measure' },
      { d: 'M270 20a60 60 0 0 1 12 34m-5-7l5 7l5-7', as: 'heat' },
    ],
    words: [word(156, 103, 'b'), word(98, 66, 'p'), word(206, 70, 'p'), word(288, 36, 'K')],
  },
  'ride-frequency': {
    shapes: [
      { d: 'M60 22h70v26h-70z', as: 'body' },
      { d: coil(86, 48) },
      { d: 'M50 84h90v6h-90z', as: 'body' },
      { d: 'M170 54q16-44 32 0q16 44 32 0q16-44 32 0', as: 'air' },
      { d: across(170, 234, 98), as: 'measure' },
    ],
    words: [word(88, 40, 'm'), word(116, 70, 'k'), word(188, 94, '1/f')],
  },
  'tank-fills': {
    shapes: [
      { d: vessel(24, 34, 130, 48), as: 'body' },
      { d: 'M154 58h50' },
      { d: right(160, 200, 48), as: 'air' },
      {
        d: 'M204 58a28 28 0 1 0 56 0a28 28 0 1 0 -56 0M222 58a10 10 0 1 0 20 0a10 10 0 1 0 -20 0',
        as: 'body',
      },
    ],
    words: [word(60, 62, 'V_tank, p_tank'), word(268, 62, 'V')],
  },
  'tool-air': {
    shapes: [
      { d: pump(40, 58), as: 'body' },
      { d: 'M58 58h24' },
      { d: vessel(82, 36, 100, 44), as: 'body' },
      { d: 'M182 58h30' },
      { d: 'M212 46h60v16h-24v26h-16v-26h-20z', as: 'body' },
      { d: right(58, 80, 46), as: 'air' },
      { d: right(184, 210, 46), as: 'air' },
    ],
    words: [word(58, 36, 'Q'), word(120, 62, 'V, p'), word(184, 36, 'demand')],
  },
  'blow-down': {
    shapes: [
      { d: vessel(40, 34, 120, 48), as: 'body' },
      { d: 'M160 58h20' },
      { d: 'M180 46l28 24v-24l-28 24z', as: 'body' },
      { d: `${right(214, 256, 58)}M222 50l24-10M222 66l24 10`, as: 'air' },
    ],
    words: [word(80, 62, 'p, T'), word(186, 38, 'C'), word(264, 62, 'p_atm')],
  },
  'bend-length': {
    shapes: [
      { d: 'M30 88h150a36 36 0 0 0 36 -36v-36' },
      { d: 'M180 88v-36h36', as: 'measure' },
      { d: across(30, 180, 102), as: 'measure' },
    ],
    words: [word(188, 48, 'r'), word(222, 84, 'θ'), word(80, 80, 'pieces')],
  },
  'cut-plan': {
    shapes: [
      { d: 'M30 26h240v14h-240z', as: 'body' },
      { d: 'M30 60h240v14h-240z', as: 'body' },
      { d: 'M150 22v22M232 22v22M190 56v22', as: 'measure' },
    ],
    words: [word(66, 38, 'piece'), word(170, 38, 'cut'), word(80, 72, 'coils'), word(200, 72, 'offcuts')],
  },
  network: {
    shapes: [
      { d: battery(24, 44), as: 'body' },
      { d: 'M70 52h60M130 44h40v16h-40zM170 52h60M230 52v8' },
      { d: pump(230, 78), as: 'body' },
      { d: 'M212 78H46V78' },
      { d: right(84, 116, 34), as: 'measure' },
    ],
    words: [word(146, 40, 'R'), word(94, 28, 'I'), word(258, 56, 'V')],
  },
  'fuse-time': {
    shapes: [
      { d: 'M40 10v84h240' },
      { d: 'M60 16q20 50 210 66', as: 'measure' },
      { d: 'M84 16q24 40 186 52', as: 'heat' },
    ],
    words: [word(22, 20, 't'), word(286, 98, 'I'), word(120, 34, 'opened by'), word(60, 88, 'holds')],
  },
  'inrush-fuse': {
    shapes: [
      { d: 'M40 10v84h240' },
      { d: 'M44 84V30h12v40h64V26h12v32h120', as: 'measure' },
      { d: 'M60 16q24 34 200 34', as: 'heat' },
    ],
    words: [
      word(24, 22, 'I'),
      word(286, 98, 't'),
      word(64, 60, 'first'),
      word(136, 72, 'both'),
      word(200, 44, 'fuse'),
    ],
  },
  'joint-drop': {
    shapes: [
      { d: 'M20 54h84M216 54h84' },
      { d: 'M104 42h112v24h-112z', as: 'body' },
      { d: 'M132 42v24M188 42v24', as: 'heat' },
      { d: right(30, 84, 34), as: 'measure' },
      { d: across(104, 216, 88), as: 'measure' },
    ],
    words: [word(48, 28, 'I'), word(152, 58, 'R'), word(152, 104, 'U')],
  },
  'preset-cover': {
    shapes: [
      { d: 'M40 8v88h240' },
      { d: 'M60 62h44v26h-44zM170 16h44v26h-44z', as: 'measure' },
      { d: wheel(68, 80, 3) + wheel(94, 68, 3) + wheel(176, 36, 3) + wheel(196, 22, 3) + wheel(208, 30, 3) },
    ],
    words: [word(14, 20, 'left'), word(284, 100, 'right'), word(112, 78, '1'), word(222, 34, '2')],
  },
  'lever-angle': {
    shapes: [
      { d: wheel(90, 70, 9), as: 'body' },
      { d: 'M90 70L200 34' },
      { d: 'M200 34V96' },
      { d: 'M90 70H200', as: 'measure' },
      { d: upright(214, 34, 70), as: 'measure' },
    ],
    words: [word(132, 46, 'arm'), word(222, 56, 'd'), word(124, 66, 'α')],
  },
  'set-reads': {
    shapes: [
      { d: bag(50, 40), as: 'air' },
      { d: bag(220, 40), as: 'air' },
      { d: right(112, 206, 62), as: 'measure' },
    ],
    words: [word(54, 104, 'T, set'), word(222, 104, 'T, read'), word(128, 52, 'up, colder')],
  },
  'radio-margin': {
    shapes: [
      { d: battery(36, 50), as: 'body' },
      { d: 'M150 26v60M172 26v60', as: 'body' },
      { d: 'M92 40q16 20 0 40M104 34q22 26 0 52M116 28q28 32 0 64', as: 'measure' },
      { d: 'M250 44h22v44h-22z' },
      { d: across(60, 260, 100), as: 'measure' },
    ],
    words: [word(146, 20, 'steel'), word(246, 38, 'heard'), word(150, 97, 'd')],
  },
  'hold-plan': {
    shapes: [
      { d: vessel(24, 44, 84, 36), as: 'body' },
      { d: 'M140 96V18M140 96H300' },
      { d: 'M146 30q20 16 50 18t100 8', as: 'heat' },
      { d: 'M146 22v30M196 30v34M246 40v24M296 52v8', as: 'measure' },
    ],
    words: [word(56, 66, 'V'), word(150, 14, 'p/T ±'), word(286, 108, 'h')],
  },
  'cut-in-leak': {
    shapes: [
      { d: vessel(24, 44, 84, 36), as: 'body' },
      { d: 'M106 54l10-6M108 62h12', as: 'air' },
      { d: 'M150 96V18M150 96H300' },
      { d: 'M154 30l54 44V30l54 44V30', as: 'heat' },
      { d: across(154, 208, 88), as: 'measure' },
    ],
    words: [word(56, 66, 'V'), word(270, 28, 'out'), word(270, 76, 'in'), word(178, 106, 't')],
  },
  'sink-leak': {
    shapes: [
      { d: 'M50 22h120v10h-120z', as: 'body' },
      { d: bag(88, 32), as: 'air' },
      { d: 'M60 80h100', as: 'body' },
      { d: down(200, 26, 52), as: 'heat' },
      { d: 'M132 58l12 6M132 66h14', as: 'air' },
    ],
    words: [word(98, 60, 'p·A'), word(212, 44, 'Δh'), word(250, 44, 'in h')],
  },
  'lifts-on-battery': {
    shapes: [
      { d: battery(30, 46), as: 'body' },
      { d: right(86, 140, 62), as: 'measure' },
      { d: bag(180, 34), as: 'air' },
      { d: 'M240 84V30m-4 7l4-7l4 7', as: 'measure' },
    ],
    words: [word(34, 98, 'Ah'), word(98, 54, 'I·t'), word(252, 60, 'n ×')],
  },
}
