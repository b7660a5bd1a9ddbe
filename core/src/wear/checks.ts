/** What is looked at while walking round a drive, and what each thing seen means: docs/mechanics/wear.md. */
import type { Verdict } from '../verdict/verdict.ts'
import type { WearFigure } from '../rules/wear-rules.ts'

/** What is looked at; a belt’s age is worked out from what was fitted when, all else is read. */
export const CHECK_IDS = [
  'cracks',
  'rib-depth',
  'damage',
  'glaze',
  'ride',
  'age',
  'damper',
  'grooves',
  'bearing',
  'rock',
  'clutch',
  'run-out',
  'off-centre',
  'pointer',
  'arm-travel',
  'travel',
  'bracket',
] as const
export type CheckId = (typeof CHECK_IDS)[number]

/** Something that can be seen without a figure. */
export interface CheckState {
  readonly id: string
  readonly name: string
  readonly verdict: Exclude<Verdict, 'unknown'>
  /** Why, where it is not fine. */
  readonly why: string
}

/** What a figure can be read with. */
export const WEAR_TOOLS = {
  'rib-gauge': 'Rib gauge',
  calliper: 'Calliper',
  ruler: 'Ruler',
  dial: 'Dial gauge',
  pointer: 'Pointer and ruler',
  counted: 'Counted over 80 mm',
  eye: 'By eye',
} as const
export type WearTool = keyof typeof WEAR_TOOLS
export const WEAR_TOOL_IDS = Object.keys(WEAR_TOOLS) as readonly WearTool[]

/** How well a figure is read with a tool. */
export interface ReadWith {
  readonly tool: WearTool
  /** Standard deviation of one reading, in the figure’s unit (nominal). */
  readonly sigma: number
}

/** A figure that can be read, and which of its limits are still on the near side of them. */
export interface CheckFigure {
  readonly of: WearFigure
  readonly unit: 'mm' | 'cracks' | 'share'
  readonly what: string
  /** Worth a look `from` its limit on, or only `above` it; the same for what has to be replaced. */
  readonly watch: 'from' | 'above'
  readonly replace: 'from' | 'above'
  readonly max: number
  /** The usual tool first: it stands in where nobody said which. */
  readonly tools: readonly [ReadWith, ...ReadWith[]]
}

export interface Check {
  readonly id: CheckId
  readonly name: string
  /** How to look. */
  readonly how: readonly string[]
  /** Where to count, or to read. */
  readonly where: string
  /** Whether the belt has to be on or off for it. */
  readonly belt: 'on' | 'off' | 'any'
  readonly cautions: readonly string[]
  readonly figure?: CheckFigure
  readonly states: readonly CheckState[]
}

const ENGINE_OFF = 'Engine off and key out before hands go near the belt.'
const BATTERY_OFF = 'Battery negative off where a terminal of the alternator or starter can be touched.'
const ARM = 'A spring-loaded arm can trap fingers: hold it until it stops.'
const OUT_OF_PLANE = 'Stay out of the belt plane; hair, sleeves, rings and cords clear.'

const fine = (id: string, name: string): CheckState => ({ id, name, verdict: 'fine', why: '' })
const watch = (id: string, name: string, why: string): CheckState => ({ id, name, verdict: 'watch', why })
const replace = (id: string, name: string, why: string): CheckState => ({ id, name, verdict: 'act', why })

const TABLE: Readonly<Record<CheckId, Omit<Check, 'id'>>> = {
  cracks: {
    name: 'Cracks',
    how: ['Bend a stretch of belt backward over a finger, ribs out.', 'Count every crack, in all ribs together.'],
    where: 'Over 80 mm, where it looks worst.',
    belt: 'any',
    cautions: [ENGINE_OFF],
    figure: {
      of: 'cracks',
      unit: 'cracks',
      what: 'in 80 mm of belt',
      watch: 'from',
      replace: 'from',
      max: 100,
      tools: [
        { tool: 'counted', sigma: 0.5 },
        { tool: 'eye', sigma: 3 },
      ],
    },
    states: [replace('to-cord', 'One across a rib, down to the cord', 'The cord is next to go.')],
  },
  'rib-depth': {
    name: 'Rib depth lost',
    how: ['Lay the rib gauge into a groove of the belt.', 'Read how far it stands deeper than in a new one.'],
    where: 'In three grooves, a hand’s width apart; the deepest counts.',
    belt: 'any',
    cautions: [ENGINE_OFF],
    figure: {
      of: 'rib-depth',
      unit: 'mm',
      what: 'of rib depth lost',
      watch: 'from',
      replace: 'above',
      max: 5,
      tools: [
        { tool: 'rib-gauge', sigma: 0.03 },
        { tool: 'calliper', sigma: 0.1 },
        { tool: 'eye', sigma: 0.3 },
      ],
    },
    states: [
      replace(
        'u-shaped',
        'The groove reads as a U, not a V',
        'The ribs no longer wedge: it slips whatever its tension.',
      ),
    ],
  },
  damage: {
    name: 'Damage',
    how: ['Turn the belt through once, in good light, both faces and both edges.'],
    where: 'All the way round.',
    belt: 'any',
    cautions: [ENGINE_OFF],
    states: [
      fine('none', 'Nothing of the kind'),
      replace('rib-missing', 'Pieces of rib or teeth missing', 'What is left carries too much.'),
      replace('frayed', 'Cord frayed out at an edge', 'It runs against something, and comes apart.'),
      replace('pilling', 'Crumbs that fill the grooves', 'The belt stands on its own dust and slips.'),
      replace(
        'oily',
        'Soaked with oil or coolant, or swollen',
        'Swollen rubber does not recover. Find the leak first.',
      ),
      watch(
        'dressing',
        'Dressing was sprayed on',
        'It hides the cause of the noise and softens the ribs. It is never a repair.',
      ),
    ],
  },
  glaze: {
    name: 'Flanks',
    how: ['Look along the flanks of the ribs against the light.', 'Was there a squeal under load?'],
    where: 'The flanks, not the tips.',
    belt: 'any',
    cautions: [ENGINE_OFF],
    states: [
      fine('matt', 'Matt'),
      watch('polished', 'Polished, and quiet', 'It has slipped at some time.'),
      replace('slipping', 'Polished, and it squeals', 'Polished flanks have lost their grip for good.'),
    ],
  },
  ride: {
    name: 'Belt below the rim',
    how: ['Lay a straightedge across the rim.', 'Read from it down to the belt’s top.'],
    where: 'At the middle of the wrap.',
    belt: 'on',
    cautions: [ENGINE_OFF],
    figure: {
      of: 'ride',
      unit: 'mm',
      what: 'below the rim',
      watch: 'from',
      replace: 'above',
      max: 20,
      tools: [
        { tool: 'ruler', sigma: 0.2 },
        { tool: 'calliper', sigma: 0.05 },
        { tool: 'eye', sigma: 0.5 },
      ],
    },
    states: [
      replace('bottoms', 'It touches the groove’s bottom', 'It no longer wedges: belt, pulley or both are worn.'),
    ],
  },
  age: {
    name: 'Age',
    how: ['Calculated from the recorded fittings. Record a fitting in Length.'],
    where: '',
    belt: 'any',
    cautions: [],
    states: [],
  },
  damper: {
    name: 'Damper ring',
    how: ['Look at the rubber between hub and ring.', 'Watch its edge from the side while the engine idles.'],
    where: 'All round, and at its mark.',
    belt: 'any',
    cautions: [OUT_OF_PLANE],
    states: [
      fine('flush', 'Flush, no wobble'),
      watch('hairline', 'Hairline cracks', 'The rubber ages.'),
      replace('wobble', 'The ring wobbles', 'It can come off while it runs.'),
      replace('pushed-out', 'The rubber is pushed out', 'The ring is moving off its hub.'),
      replace('slipped', 'Its mark has slipped', 'The ring turns on its hub: timing read off it is wrong, too.'),
    ],
  },
  grooves: {
    name: 'Grooves',
    how: ['Look into every groove, and feel with a fingernail.'],
    where: 'All round, as far as the belt leaves it free.',
    belt: 'any',
    cautions: [ENGINE_OFF],
    states: [
      fine('clean', 'Clean and even'),
      watch('dirty', 'Dust, rust or paint in them', 'It wears the belt and makes it chirp: clean them dry.'),
      replace('dented', 'Dented, or worn to a step', 'It cuts the belt once a turn.'),
    ],
  },
  bearing: {
    name: 'Bearing, spun by hand',
    how: ['Spin it by hand, an ear or a probe close to it.'],
    where: 'At the shaft.',
    belt: 'off',
    cautions: [ENGINE_OFF, BATTERY_OFF],
    states: [
      fine('quiet', 'Quiet, stops in a turn or two'),
      watch('hiss', 'A slight hiss', 'Its grease is going.'),
      replace('grinding', 'It grinds', 'Its races are pitted.'),
      replace('dry', 'It spins on and on', 'It has run dry of grease.'),
    ],
  },
  rock: {
    name: 'Rock at the rim',
    how: ['Take the rim at two sides and rock it across its shaft.', 'Read how far the rim moves.'],
    where: 'At the rim, to and from the engine.',
    belt: 'off',
    cautions: [ENGINE_OFF, BATTERY_OFF],
    figure: {
      of: 'rock',
      unit: 'mm',
      what: 'at the rim',
      watch: 'from',
      replace: 'above',
      max: 20,
      tools: [
        { tool: 'ruler', sigma: 0.1 },
        { tool: 'dial', sigma: 0.02 },
        { tool: 'eye', sigma: 0.4 },
      ],
    },
    states: [],
  },
  clutch: {
    name: 'Pulley clutch',
    how: [
      'Hold the rotor and turn the pulley one way, then the other.',
      'Before that, listen at switching off, and watch the tensioner’s arm at idle.',
    ],
    where: 'At the alternator’s pulley.',
    belt: 'off',
    cautions: [ENGINE_OFF, BATTERY_OFF],
    states: [
      fine('good', 'Drives one way, free the other'),
      fine('plain', 'A plain pulley: no clutch'),
      watch('gritty', 'Gritty, or buzzes at switching off', 'Its rollers or spring are wearing.'),
      replace('locked', 'Drives both ways', 'The rotor’s mass jerks the belt and the tensioner.'),
      replace('free', 'Free both ways', 'It no longer drives the alternator.'),
    ],
  },
  'run-out': {
    name: 'Run-out',
    how: ['Set a pointer or a dial against face and rim.', 'Turn it once by hand; the larger swing counts.'],
    where: 'Face and rim.',
    belt: 'any',
    cautions: [ENGINE_OFF],
    figure: {
      of: 'run-out',
      unit: 'mm',
      what: 'in a turn',
      watch: 'from',
      replace: 'above',
      max: 20,
      tools: [
        { tool: 'dial', sigma: 0.05 },
        { tool: 'pointer', sigma: 0.2 },
        { tool: 'eye', sigma: 0.5 },
      ],
    },
    states: [],
  },
  'off-centre': {
    name: 'Belt off the middle',
    how: ['Look from the side: where does the belt run on the face?', 'Read how far its middle lies off the face’s.'],
    where: 'Where the belt leaves the pulley. 0 is in the middle.',
    belt: 'on',
    cautions: [ENGINE_OFF],
    figure: {
      of: 'off-centre',
      unit: 'mm',
      what: 'off the middle',
      watch: 'above',
      replace: 'from',
      max: 100,
      tools: [
        { tool: 'ruler', sigma: 0.3 },
        { tool: 'calliper', sigma: 0.1 },
        { tool: 'eye', sigma: 1 },
      ],
    },
    states: [replace('split', 'The body is split open, or the arm hangs askew', 'Its bush has let the arm tilt.')],
  },
  pointer: {
    name: 'Pointer',
    how: ['Read where the arm’s mark stands, the belt on.'],
    where: 'Between the marks on the body.',
    belt: 'on',
    cautions: [ENGINE_OFF],
    states: [
      fine('within', 'Between the first mark and the one for a new belt'),
      watch('before', 'Before the first mark', 'The belt is too short, or not seated.'),
      watch('past', 'Between the mark for a new belt and the last', 'The belt has grown, or is a size too long.'),
      replace('beyond', 'Beyond the last mark', 'The arm is out of travel: belt or spring is done.'),
      replace('foul', 'The arm touches something', 'It cannot follow the belt.'),
    ],
  },
  'arm-travel': {
    name: 'Arm through its travel',
    how: ['Turn the arm with a wrench from stop to stop, and let it back slowly.'],
    where: 'The whole way.',
    belt: 'off',
    cautions: [ENGINE_OFF, ARM],
    states: [
      fine('smooth', 'Smooth, and it pulls back'),
      replace('binds', 'It binds or sticks', 'It follows the belt late or not at all.'),
      replace('locked', 'It does not move', 'It is seized.'),
      replace('loose', 'It goes by hand without resistance', 'Its spring is broken, or its strut has lost its oil.'),
    ],
  },
  travel: {
    name: 'Travel used',
    how: ['See how far along its slot or thread it stands, from its slack end to its tight end.'],
    where: 'At its slot, rod or bush.',
    belt: 'on',
    cautions: [ENGINE_OFF, 'Never turn a rod beyond its marked length.'],
    figure: {
      of: 'travel',
      unit: 'share',
      what: 'of its travel used',
      watch: 'from',
      replace: 'above',
      max: 1,
      tools: [
        { tool: 'ruler', sigma: 0.03 },
        { tool: 'eye', sigma: 0.1 },
      ],
    },
    states: [],
  },
  bracket: {
    name: 'Bracket and bolts',
    how: ['Lean on the part by hand, and look at its ears and bolts.'],
    where: 'At every ear.',
    belt: 'any',
    cautions: [ENGINE_OFF],
    states: [
      fine('firm', 'Firm'),
      watch('loose', 'A bolt is loose', 'Tighten it to the maker’s torque, then read the line again.'),
      replace('cracked', 'Cracked, or it gives under the hand', 'It sends the belt off under load.'),
    ],
  },
}

/** A check by its id. */
export function checkOf(id: CheckId): Check {
  return { id, ...TABLE[id] }
}

/** Standard deviation of one reading of a figure with a tool; of the usual one where nobody said which. */
export function readingSpread({ tools }: CheckFigure, tool: WearTool | undefined): number {
  return (tools.find((each) => each.tool === tool) ?? tools[0]).sigma
}
