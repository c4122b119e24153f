import { NOTHING_ON, type Condition } from '#core/frame/condition.ts'
import type { Figure, Grade, Report } from '#core/compare/setup.ts'
import type { SetupKind } from '#core/compare/libraryTable.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { type SportId, PROFILES } from '#core/sports/sports.ts'
import { BAND_RULES } from '#core/targets/rules/playerRules.ts'
import type { Band } from '#core/targets/rules/rule.ts'
import { ONE_CLASS } from '#core/targets/steps.ts'
import type { Reference } from '#contract/library.ts'

/** A made-up library: every player, maker and model is invented. */
type Figures = [mass: number | null, balance: number | null, swing: number | null, twist: number | null]
type On = 'wrap' | 'strung' | 'damped' | 'leather' | 'bare'

function conditionOf(sport: SportId, on: On): Condition {
  const stringsG = on === 'bare' ? null : (PROFILES[sport].layers.strings?.massG ?? null)
  return {
    ...NOTHING_ON,
    stringsG,
    grip: on === 'leather' ? 'leather' : 'base',
    overgrips: on === 'wrap' || on === 'damped' || on === 'leather' ? 1 : 0,
    dampener: on === 'damped',
  }
}

const REPORT = 'Stringing room notes, Amberholt indoor week'
const TALK = 'Told by a travelling stringer'
const CATALOGUE = 'Maker’s leaflet'
const BENCH = 'Our bench'
const INTERVIEW = 'Printed interview'

interface Told {
  grade: Grade
  dated: string
  source: string
  on: On
  figures: Figures
  axisCm?: number
  /** Half-widths of ranges, where a source gives one. */
  ranges?: Partial<Record<Quantity, number>>
  note?: string
}

function report(sport: SportId, told: Told, i: number): Report {
  const figure = (q: Quantity): Figure | null => {
    const value = told.figures[QUANTITIES.indexOf(q)] ?? null
    const half = told.ranges?.[q] ?? 0
    return value === null ? null : { low: value - half, high: value + half, u: null }
  }
  return {
    id: `report-${i + 1}`,
    source: told.source,
    dated: told.dated,
    grade: told.grade,
    condition: conditionOf(sport, told.on),
    axisCm: told.axisCm ?? PROFILES[sport].axisCm,
    figures: {
      mass: figure('mass'),
      balance: figure('balance'),
      swingWeight: figure('swingWeight'),
      twistWeight: figure('twistWeight'),
    },
    note: told.note ?? '',
  }
}

interface More {
  painted?: string
  really?: string
  /** Index into the sport's outlines. */
  outline?: number
  lengthCm?: number
  strings?: string
  note?: string
  beamCm?: number
}

function setup(
  id: string,
  sport: SportId,
  kind: SetupKind,
  name: string,
  style: string,
  told: Told[],
  more: More = {},
): Reference {
  const profile = PROFILES[sport]
  const outline = profile.outlines[more.outline ?? 0]
  const geometry = { ...profile.geometry, ...outline?.change }
  return {
    id,
    sport,
    name,
    kind,
    style,
    painted: more.painted ?? '',
    really: more.really ?? '',
    shape: outline?.name ?? '',
    strings: more.strings ?? '',
    geometry: { ...geometry, lengthCm: more.lengthCm ?? geometry.lengthCm, beamCm: more.beamCm ?? geometry.beamCm },
    note: more.note ?? '',
    reports: told.map((t, i) => report(sport, t, i)),
    retired: false,
    revision: 1,
  }
}

const by = (grade: Grade, dated: string, source: string, on: On, figures: Figures, more: Partial<Told> = {}): Told => ({
  grade,
  dated,
  source,
  on,
  figures,
  ...more,
})
const room = (dated: string, on: On, figures: Figures, more: Partial<Told> = {}) =>
  by('measured by others', dated, REPORT, on, figures, more)
const talk = (dated: string, on: On, figures: Figures, more: Partial<Told> = {}) =>
  by('hearsay', dated, TALK, on, figures, more)
const leaflet = (dated: string, on: On, figures: Figures, more: Partial<Told> = {}) =>
  by('published', dated, CATALOGUE, on, figures, more)
const bench = (dated: string, on: On, figures: Figures) => by('measured by us', dated, BENCH, on, figures)

const TENNIS: Reference[] = [
  setup(
    'ref-p1',
    'tennis',
    'professional',
    'Ysolde Hartigan-Brome',
    'flat',
    [room('2025-10', 'wrap', [347.2, 32.1, 358, 15.3])],
    {
      painted: 'Corvane Arc 98, this year’s',
      really: 'the old 98 mould',
      strings: 'polyester 1.25, 24 kg',
    },
  ),
  setup(
    'ref-p2',
    'tennis',
    'professional',
    'Caspro Villadune',
    'spin',
    [room('2025-10', 'wrap', [338.6, 32.4, 341, 14.6])],
    {
      outline: 0,
      strings: 'polyester 1.20, 23 kg',
    },
  ),
  setup('ref-p3', 'tennis', 'professional', 'Merrit Okonjeld', 'all-court', [
    room('2026-02', 'damped', [342.5, 32.0, 346, 14.9]),
  ]),
  setup(
    'ref-p4',
    'tennis',
    'professional',
    'Talvi Brandreth-Osk',
    'spin',
    [
      by('measured by others', '2024', 'Club exchange list', 'wrap', [336, 32.8, 338, null]),
      room('2026-02', 'wrap', [334.8, 32.6, 347, 14.4]),
    ],
    { note: 'Two reports, nine units apart' },
  ),
  setup(
    'ref-p5',
    'tennis',
    'professional',
    'Jorun Eddlestrand',
    'flat',
    [talk('2023', 'leather', [358, 31.4, 366, null])],
    {
      note: 'Silicone in the handle, amount not known',
    },
  ),
  setup('ref-p6', 'tennis', 'professional', 'Pia Marrowdale', 'touch', [
    room('2026-02', 'wrap', [331.8, 31.9, 329, 14.2]),
  ]),
  setup(
    'ref-p7',
    'tennis',
    'professional',
    'Evander Stiltwick',
    'flat',
    [talk('2025', 'wrap', [352, null, 361, null])],
    {
      lengthCm: 69.2,
      note: 'Half a centimetre long',
    },
  ),
  setup(
    'ref-p8',
    'tennis',
    'professional',
    'Noor Castellwyn',
    'spin',
    [by('published', '2026-05', INTERVIEW, 'strung', [334, 32.5, null, null], { ranges: { mass: 1.5 } })],
    { note: 'Swing weight never given' },
  ),
  setup('ref-p9', 'tennis', 'professional', 'Lioba Fenwraith', 'all-court', [
    room('2025-06', 'wrap', [340.1, 32.3, 520, 15.0], { axisCm: 0, note: 'Swing weight taken about the butt end' }),
  ]),
  setup('ref-p10', 'tennis', 'professional', 'Radomir Kelpwood', 'touch', [
    talk('2022', 'wrap', [345, 31.7, null, null]),
  ]),
  setup('ref-r1', 'tennis', 'retail', 'Corvane Arc 98', '', [leaflet('2026-01', 'bare', [305, 31.5, 293, null])]),
  setup('ref-r2', 'tennis', 'retail', 'Corvane Arc 98 Tour', '', [leaflet('2026-01', 'bare', [318, 31.0, 302, null])]),
  setup('ref-r3', 'tennis', 'retail', 'Corvane Arc 100', '', [leaflet('2026-01', 'bare', [300, 32.0, 290, null])], {
    outline: 1,
  }),
  setup(
    'ref-r4',
    'tennis',
    'retail',
    'Corvane Arc 100 Lite',
    '',
    [leaflet('2026-01', 'bare', [280, 32.8, 282, null])],
    { outline: 1 },
  ),
  setup('ref-r5', 'tennis', 'retail', 'Tessaly Drift 100', '', [leaflet('2025-08', 'bare', [298, 32.3, 288, null])], {
    outline: 1,
  }),
  setup('ref-r6', 'tennis', 'retail', 'Tessaly Drift 105', '', [leaflet('2025-08', 'bare', [275, 33.6, 283, null])], {
    outline: 1,
  }),
  setup('ref-r7', 'tennis', 'retail', 'Tessaly Keel 97', '', [leaflet('2024-03', 'bare', [310, 31.3, 296, null])]),
  setup('ref-r8', 'tennis', 'retail', 'Hollowick Lath 95', '', [leaflet('2023-09', 'bare', [325, 30.8, null, null])]),
  setup('ref-r9', 'tennis', 'retail', 'Hollowick Lath 98', '', [leaflet('2023-09', 'bare', [307, 31.4, 292, null])]),
  setup('ref-r10', 'tennis', 'retail', 'Hollowick Lath 98 Light', '', [
    leaflet('2023-09', 'bare', [285, 32.5, 284, null]),
  ]),
  setup(
    'ref-r11',
    'tennis',
    'retail',
    'Ondrey Pilot 100',
    '',
    [
      by('measured by others', '2026-04', 'Club exchange list', 'strung', [316.4, 32.7, 318, 13.6]),
      leaflet('2026-01', 'bare', [300, 32, 290, null]),
    ],
    { outline: 1 },
  ),
  setup(
    'ref-r12',
    'tennis',
    'retail',
    'Ondrey Pilot 100 290',
    '',
    [by('measured by others', '2026-04', 'Club exchange list', 'strung', [306.2, 32.9, 310, 13.3])],
    { outline: 1, note: 'Usual next frame after the Junior' },
  ),
  setup('ref-r13', 'tennis', 'shop', 'Corvane Arc 98, shop unit', '', [
    bench('2026-09', 'wrap', [326.9, 31.9, 321.5, 13.9]),
  ]),
  setup(
    'ref-r14',
    'tennis',
    'shop',
    'Tessaly Drift 100, shop unit',
    '',
    [bench('2026-09', 'wrap', [320.3, 32.6, 319.0, 13.8])],
    { outline: 1 },
  ),
  setup('ref-r15', 'tennis', 'retail', 'Ondrey Skiff 26', '', [leaflet('2026-01', 'bare', [245, 31.9, 225, null])], {
    outline: 2,
  }),
]

const PADEL: Reference[] = [
  setup(
    'ref-d1',
    'padel',
    'professional',
    'Aurelio Vantongeren-Pask',
    'flat',
    [room('2026-03', 'wrap', [373, 26.6, 158, 17.8])],
    { outline: 2 },
  ),
  setup('ref-d2', 'padel', 'professional', 'Selja Morrowind-Hay', 'touch', [
    room('2026-03', 'wrap', [361, 25.4, 144, 17.2]),
  ]),
  setup(
    'ref-d3',
    'padel',
    'professional',
    'Bram Ostrovane',
    'all-court',
    [talk('2025', 'wrap', [368, 26.1, null, null])],
    { outline: 1 },
  ),
  setup(
    'ref-d4',
    'padel',
    'retail',
    'Bellamast Anvil',
    '',
    [leaflet('2026-02', 'strung', [365, 26.4, null, null], { ranges: { mass: 5 } })],
    { outline: 2 },
  ),
  setup('ref-d5', 'padel', 'retail', 'Bellamast Feather', '', [
    leaflet('2026-02', 'strung', [345, 25.6, null, null], { ranges: { mass: 5 } }),
  ]),
  setup(
    'ref-d6',
    'padel',
    'retail',
    'Corvane Sail',
    '',
    [by('measured by others', '2026-05', 'Club exchange list', 'strung', [352.5, 25.9, 139, 16.8])],
    { outline: 1 },
  ),
  setup('ref-d7', 'padel', 'shop', 'Bellamast Feather, shop unit', '', [
    bench('2026-10', 'wrap', [349.2, 25.3, 136.5, 16.6]),
  ]),
]

const PICKLEBALL: Reference[] = [
  setup('ref-k1', 'pickleball', 'professional', 'Odile Trammerick', 'touch', [
    room('2026-04', 'wrap', [238, 24.1, 118, 6.6]),
  ]),
  setup(
    'ref-k2',
    'pickleball',
    'professional',
    'Fenn Quarterhill',
    'flat',
    [room('2026-04', 'wrap', [244, 24.8, 126, 6.1])],
    { outline: 2 },
  ),
  setup(
    'ref-k3',
    'pickleball',
    'retail',
    'Quarrow Flat 16 Hybrid',
    '',
    [leaflet('2026-03', 'strung', [227, 23.6, 115, 6.4])],
    { outline: 0 },
  ),
  setup(
    'ref-k4',
    'pickleball',
    'retail',
    'Quarrow Flat 16 Standard',
    '',
    [leaflet('2026-03', 'strung', [226, 23.2, 111, 6.9])],
    { outline: 1 },
  ),
  setup(
    'ref-k5',
    'pickleball',
    'retail',
    'Quarrow Flat 16 Long',
    '',
    [leaflet('2026-03', 'strung', [228, 24.1, 120, 5.9])],
    { outline: 2 },
  ),
  setup(
    'ref-k6',
    'pickleball',
    'retail',
    'Quarrow Flat 16 Wide',
    '',
    [leaflet('2026-03', 'strung', [225, 22.9, 109, 7.2])],
    { outline: 4 },
  ),
  setup(
    'ref-k7',
    'pickleball',
    'retail',
    'Pellworth Span',
    '',
    [by('measured by others', '2026-06', 'Club exchange list', 'strung', [224.5, 24.3, 122, 5.6])],
    { outline: 3 },
  ),
  setup('ref-k8', 'pickleball', 'shop', 'Quarrow Flat 16, shop unit', '', [
    bench('2026-10', 'wrap', [231.8, 23.4, 115.6, 6.4]),
  ]),
]

const BADMINTON: Reference[] = [
  setup('ref-b1', 'badminton', 'professional', 'Tamsel Rookhurst', 'flat', [
    room('2026-01', 'wrap', [94.1, 30.6, 97, 2.3]),
  ]),
  setup(
    'ref-b2',
    'badminton',
    'professional',
    'Ilka Sundermoor',
    'touch',
    [room('2026-01', 'wrap', [90.2, 29.4, 89.5, 2.2])],
    { outline: 1 },
  ),
  setup('ref-b3', 'badminton', 'professional', 'Piet Arlenbrook', 'all-court', [
    talk('2024', 'wrap', [92, 29.9, 93, null]),
  ]),
  setup('ref-b4', 'badminton', 'retail', 'Merle Wisp 88', '', [
    leaflet('2026-02', 'bare', [83, 29.5, null, null], { ranges: { mass: 2 } }),
  ]),
  setup('ref-b5', 'badminton', 'retail', 'Merle Hammer 3U', '', [
    leaflet('2026-02', 'bare', [87.5, 30.5, null, null], { ranges: { mass: 2.4 } }),
  ]),
  setup(
    'ref-b6',
    'badminton',
    'retail',
    'Sorrelby Dart 4U',
    '',
    [by('measured by others', '2026-05', 'Club exchange list', 'bare', [83.4, 29.8, 86.6, 2.0])],
    { outline: 1 },
  ),
  setup('ref-b7', 'badminton', 'shop', 'Merle Wisp 88, strung demo', '', [
    bench('2026-10', 'strung', [89.4, 29.9, 93, 2.2]),
  ]),
]

/** The profile bands as entries of the library: ranges instead of figures. */
const BAND_SETUPS: Reference[] = BAND_RULES.flatMap((rule) => {
  if (rule.effect.kind !== 'band') return []
  const { mass, swingWeight } = rule.effect
  // Open above: as wide as one class.
  const closed = ([low, high]: Band, oneClass: number) => [low, high ?? low + oneClass] as const
  const [m, s] = [closed(mass, ONE_CLASS.mass), closed(swingWeight, ONE_CLASS.swingWeight)]
  const middle = (r: readonly [number, number]) => (r[0] + r[1]) / 2
  const half = (r: readonly [number, number]) => (r[1] - r[0]) / 2
  const told: Told = {
    grade: 'published',
    dated: '',
    source: rule.source,
    on: 'bare',
    figures: [middle(m), null, middle(s), null],
    ranges: { mass: half(m), swingWeight: half(s) },
  }
  const outline = rule.id === 'band.junior26' ? 2 : 0
  return [
    setup(`ref-${rule.id}`, 'tennis', 'band', rule.message.split(':')[0]!, '', [told], { outline, note: rule.message }),
  ]
})

export const REFERENCES: Reference[] = [...TENNIS, ...PADEL, ...PICKLEBALL, ...BADMINTON, ...BAND_SETUPS]
