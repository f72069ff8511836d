import type { Port } from '../../catalog/kinds'
import type { ComponentKind } from '../../document/types'

/**
 * Fluid-power symbols after ISO 1219-1, each in its own box with the places of its ports (in px of the box) and
 * its drawing: strokes, filled shapes, and dashed ones.
 */
export interface PortPlace {
  id: string
  x: number
  y: number
  side: 'WEST' | 'EAST' | 'NORTH' | 'SOUTH'
}
export interface SymbolBox {
  width: number
  height: number
  ports: PortPlace[]
}
export interface SymbolShape {
  d: string
  fill?: 'card' | 'ink'
  dash?: string
  width?: number
}

const west = (id: string, y: number): PortPlace => ({ id, x: 0, y, side: 'WEST' })
const east = (id: string, x: number, y: number): PortPlace => ({ id, x, y, side: 'EAST' })
const south = (id: string, x: number, y: number): PortPlace => ({ id, x, y, side: 'SOUTH' })
const north = (id: string, x: number): PortPlace => ({ id, x, y: 0, side: 'NORTH' })
const through = (width: number, height: number): SymbolBox => ({
  width,
  height,
  ports: [west('in', height / 2), east('out', width, height / 2)],
})
const end = (width: number, height: number, id = 'in'): SymbolBox => ({
  width,
  height,
  ports: [west(id, height / 2)],
})

/** Distance between the outlets of a block. */
const ROW = 76

export function symbolBox(kind: ComponentKind, ports: readonly Port[]): SymbolBox {
  const outlets = ports.filter((p) => /^out\d$/.test(p.id)).length
  switch (kind) {
    case 'compressor':
    case 'belt':
      return { width: 52, height: 52, ports: [west('in', 26), east('out', 52, 26)] }
    case 'boost':
      return { width: 52, height: 40, ports: [east('out', 52, 20)] }
    case 'filter':
      return { width: 44, height: 44, ports: [east('out', 44, 22)] }
    case 'dryer':
      return through(44, 44)
    case 'handFill':
      return { width: 50, height: 30, ports: [east('out', 50, 15)] }
    case 'tee':
      return { width: 12, height: 12, ports: [west('a', 6), east('b', 12, 6), south('c', 6, 12)] }
    case 'spring':
      return end(56, 44, 'port')
    case 'check':
      return through(40, 24)
    case 'tank':
      return {
        width: 204,
        height: 56,
        ports: [
          west('in', 28),
          east('out1', 204, 20),
          east('out2', 204, 38),
          north('relief', 48),
          north('gauge', 156),
          south('drain', 102, 56),
        ],
      }
    case 'relief':
    case 'drain':
      return { width: 46, height: 40, ports: [kind === 'drain' ? north('in', 23) : south('in', 23, 40)] }
    case 'pressureSwitch':
      return { width: 46, height: 40, ports: [south('in', 23, 40)] }
    case 'regulator':
      return through(48, 46)
    case 'manifold':
      return {
        width: 30,
        height: 30 + outlets * 26,
        ports: [
          west('in', 15 + outlets * 13),
          ...Array.from({ length: outlets }, (_, i) => east(`out${i + 1}`, 30, 28 + i * 26)),
        ],
      }
    case 'solenoid':
      return through(76, 34)
    case 'paddle':
    case 'heightValve':
      return {
        width: 112,
        height: 50,
        ports: [west('in', 25), east('out', 112, 25), south('exhaust', 80, 50)],
      }
    case 'restrictor':
      return through(44, 26)
    case 'coupler':
      return end(44, 26)
    case 'horn':
      return end(46, 40)
    case 'gauge':
      return end(40, 40)
    case 'dualGauge':
      return { width: 40, height: 56, ports: [west('left', 16), west('right', 40)] }
    case 'sensor':
      return { width: 40, height: 40, ports: [south('in', 20, 40)] }
    case 'heightSensor':
    case 'controller':
    case 'cabSwitch':
      return { width: 56, height: 36, ports: [] }
    case 'dump':
      return { width: 70, height: 34, ports: [west('in', 17), south('exhaust', 50, 34)] }
    case 'plug':
      return end(16, 16)
    case 'block':
      return {
        width: 136,
        height: outlets <= 1 ? 82 : 6 + outlets * ROW,
        ports: [
          west('in', outlets <= 1 ? 66 : 76),
          ...Array.from({ length: outlets }, (_, i) => east(`out${i + 1}`, 136, 14 + i * ROW)),
          south('exhaust', 110, outlets <= 1 ? 82 : 6 + outlets * ROW),
        ],
      }
  }
}

const DIAMOND = 'M22 0L44 22 22 44 0 22z'
const EXHAUST = (x: number, y: number) => `M${x - 4} ${y}h8l-4 7z`
/** Coil of a solenoid, a square struck through. */
const COIL = (x: number, y: number, s = 12) => `M${x} ${y}h${s}v${s}h-${s}zM${x} ${y + s}l${s}-${s}`
const RETURN = (x: number, y: number) => `M${x} ${y}l3 5 3-10 3 10 3-10 2 5`
/**
 * One path of the block, its outlet line at the origin's height: a 3/3 valve, closed in the middle, worked by a
 * solenoid at each end. Left square: supply to outlet. Right square: outlet to atmosphere.
 */
const BLOCK_VALVE = [
  'M21 12h90v26h-90zM51 12v26M81 12v26', // three positions
  'M66 12V0M60 38v14M72 38v10M68 48h8l-4 7z', // outlet above; supply and exhaust below
  'M66 12v6M61 18h10M60 38v-6M55 32h10M72 38v-6M67 32h10', // middle: all closed
  'M30 38L36 12M36 12l-4.5 4M36 12l1.5 5.6M42 38v-6M38 32h8', // left: fill
  'M96 12L102 38M102 38l-4.5-4M102 38l1.5-5.6M90 38v-6M86 32h8', // right: vent
  'M9 18h12v14h-12zM9 32l12-14M111 18h12v14h-12zM111 32l12-14', // solenoids
].join('')
/** Three squares of a 3/3 valve lying along its line: through, closed, down to the exhaust. */
const THREE = `M26 12h60v26h-60zM46 12v26M66 12v26M0 25h26M86 25h26M31 25h10M41 25l-4-3M41 25l-4 3M51 20v10M61 20v10M70 25l7 8M77 33l-1-5M77 33l-5-1M80 38v6${EXHAUST(80, 44)}`

/** The drawing of a kind; the block's paths are laid out by its outlets. */
export function symbolShapes(kind: ComponentKind, box: SymbolBox): SymbolShape[] {
  const { width, height } = box
  switch (kind) {
    case 'compressor':
      return [
        { d: 'M51 26a25 25 0 1 1-50 0a25 25 0 1 1 50 0z', fill: 'card' },
        { d: 'M51 26L38 18.5v15z' },
        { d: 'M26 51v6M20 57h12M26 57v4', width: 1.4 },
      ]
    case 'belt':
      return [
        { d: 'M51 26a25 25 0 1 1-50 0a25 25 0 1 1 50 0z', fill: 'card' },
        { d: 'M51 26L38 18.5v15z' },
        { d: 'M23 51v9M29 51v9M16 60h20' },
      ]
    case 'boost':
      return [{ d: 'M2 12L26 4V36L2 28z', fill: 'card' }, { d: 'M26 20h26M44 20l-8-5v10z' }]
    case 'filter':
      return [
        { d: DIAMOND, fill: 'card' },
        { d: 'M22 2v40', dash: '4 3' },
      ]
    case 'dryer':
      return [{ d: DIAMOND, fill: 'card' }, { d: 'M9 31h26M22 13v9M18 18l4 5 4-5' }]
    case 'handFill':
      return [
        { d: 'M0 15h14M36 15h14M33 5L22 15l11 10' },
        { d: 'M36 15a5 5 0 1 1-10 0a5 5 0 1 1 10 0z', fill: 'card' },
        { d: 'M0 8v14M5 8v14' },
      ]
    case 'tee':
      return [{ d: 'M10.5 6a4.5 4.5 0 1 1-9 0a4.5 4.5 0 1 1 9 0z', fill: 'ink' }]
    case 'spring':
      return [
        { d: 'M8 4h44M8 40h44', width: 3 },
        { d: 'M12 4q-9 9 0 18q-9 9 0 18M48 4q9 9 0 18q9 9 0 18' },
        { d: 'M0 22h7' },
      ]
    case 'check':
      return [
        { d: 'M0 12h12M26 12h14M24 3L13 12l11 9' },
        { d: 'M25 12a4.5 4.5 0 1 1-9 0a4.5 4.5 0 1 1 9 0z', fill: 'card' },
      ]
    case 'tank':
      return [{ d: 'M26 0H178A26 28 0 0 1 178 56H26A26 28 0 0 1 26 0z', fill: 'card' }]
    case 'relief':
      return [
        { d: 'M10 12h26v20h-26z', fill: 'card' },
        {
          d: `M23 40v-8M23 30V17M23 17l-3 5M23 17l3 5${RETURN(34, 20)}M36 12V4${EXHAUST(36, -4).replace('l-4 7z', 'l-4-7z')}`,
        },
        { d: 'M23 36h-17v-14h4', dash: '3 2' },
      ]
    case 'drain':
      return [
        { d: 'M23 0v10M9 10L37 30V10L9 30z', fill: 'card' },
        { d: `M23 20v-7M23 30v3${EXHAUST(23, 33)}` },
      ]
    case 'pressureSwitch':
      return [{ d: 'M6 4h34v24h-34z', fill: 'card' }, { d: `M23 40V28M12 20l9-9M21 20h14${RETURN(8, 24)}` }]
    case 'regulator':
      return [
        { d: 'M10 10h28v26h-28z', fill: 'card' },
        { d: `M0 23h10M38 23h10M12 23h22M34 23l-5-3M34 23l-5 3M18 10l3-8M15 -2l3 5 3-7 3 7 3-7` },
        { d: 'M44 23v18h-20v-5', dash: '3 2' },
      ]
    case 'manifold':
      return [
        { d: `M0 0h${width}v${height}h-${width}z`, fill: 'card' },
        {
          d: `M15 16V${height - 16}M0 ${box.ports[0]!.y}H15${box.ports
            .slice(1)
            .map((p) => `M15 ${p.y}H30`)
            .join('')}`,
        },
      ]
    case 'solenoid':
      return [
        { d: 'M18 4h40v26h-40zM38 4v26', fill: 'card' },
        {
          d: `M0 17h18M58 17h18M22 17h12M34 17l-4-3M34 17l-4 3M43 12v10M53 12v10${COIL(6, 18, 12)}${RETURN(58, 12)}`,
        },
      ]
    case 'paddle':
      return [{ d: 'M26 12h60v26h-60z', fill: 'card' }, { d: `${THREE}M14 12v-8M10 4h8M14 12h12` }]
    case 'heightValve':
      return [
        { d: 'M26 12h60v26h-60z', fill: 'card' },
        { d: `${THREE}M56 12V6M56 6a3 3 0 1 0 .1 0M53 3L26 -6` },
      ]
    case 'restrictor':
      return [{ d: 'M0 13h44M13 4q9 7 18 0M13 22q9-7 18 0' }]
    case 'coupler':
      return [
        { d: 'M0 13h14M24 4L14 13l10 9M40 4L30 13l10 9' },
        { d: 'M27 13a4 4 0 1 1-8 0a4 4 0 1 1 8 0z', fill: 'card' },
      ]
    case 'horn':
      return [{ d: 'M0 20h12M12 12h6v16h-6zM18 14L42 2V38L18 26z', fill: 'card' }]
    case 'gauge':
      return [
        { d: 'M0 20h4' },
        { d: 'M38 20a17 17 0 1 1-34 0a17 17 0 1 1 34 0z', fill: 'card' },
        { d: 'M14 28L29 12M29 12l-6 2M29 12l-2 6' },
      ]
    case 'dualGauge':
      return [
        { d: 'M0 16h5M0 40h5' },
        { d: 'M39 28a17 17 0 1 1-34 0a17 17 0 1 1 34 0z', fill: 'card' },
        { d: 'M15 36L30 20M30 20l-6 2M30 20l-2 6M13 28L27 16' },
      ]
    case 'sensor':
      return [{ d: 'M5 2h30v30h-30z', fill: 'card' }, { d: 'M5 32L35 2M20 32v8' }]
    case 'heightSensor':
      return [{ d: 'M2 6h26v24h-26z', fill: 'card' }, { d: 'M15 18L46 10M46 10v18M15 18a2 2 0 1 0 .1 0' }]
    case 'controller':
      return [
        { d: 'M2 2h52v32h-52z', fill: 'card' },
        { d: 'M10 12h36M10 20h24M10 27h30', dash: '10 4 2 4' },
      ]
    case 'cabSwitch':
      return [{ d: 'M4 24h14M38 24h14M18 24L37 13M27 18v-12M22 6h10' }]
    case 'dump':
      return [
        { d: 'M16 4h40v26h-40zM36 4v26', fill: 'card' },
        {
          d: `M0 17h16M41 17h5M46 12v10M20 17h12M32 17l-4-3M32 17l-4 3M50 30v0${EXHAUST(50, 30)}M8 4v8M4 4h8M8 12h8${RETURN(56, 12)}`,
        },
      ]
    case 'plug':
      return [{ d: 'M0 8h8M5 3l6 10M5 13l6-10', width: 2 }]
    case 'block': {
      const outs = box.ports.filter((p) => p.id.startsWith('out'))
      return [
        { d: `M0 0h${width}v${height}h-${width}z`, fill: 'card', dash: '10 3 2 3' },
        ...outs.map((p): SymbolShape => ({ d: shift(BLOCK_VALVE, p.y), width: 1.3 })),
        { d: outs.map((p) => `M66 ${p.y}H${width}M0 ${box.ports[0]!.y}H4V${p.y + 52}H60`).join('') },
      ]
    }
  }
}

/** Moves a path of absolute and relative commands down. */
function shift(d: string, by: number): string {
  return d.replace(/([MLVH])([^A-Za-z]*)/g, (whole, command: string, rest: string) => {
    if (command === 'H') return whole
    const numbers = rest.match(/-?[\d.]+/g)!.map(Number)
    return command + numbers.map((n, i) => (command === 'V' || i % 2 === 1 ? n + by : n)).join(' ')
  })
}
