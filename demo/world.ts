import { tennis } from '#core/sports/tennis.ts'
import type { Condition } from '#core/frame/condition.ts'
import type { FrameGeometry } from '#core/frame/outline.ts'
import type { PlayerFacts } from '#core/job/bodies.ts'
import type { Frame, Player, Reference, StoredMaterial } from '#contract/entities.ts'

/** A made-up club shop. Every person, maker and model here is invented. */
export const SHOP = { name: 'Lower Ferry Lane club shop', units: { mass: 'g', balance: 'cm', length: 'cm' } as const, initials: 'JQ', paper: 'A4' as const }

const facts = (f: Partial<PlayerFacts> & { name: string }): PlayerFacts => ({
  age: null, level: null, hand: 'right', hoursPerWeek: null, style: null, mishits: null, late: null, tired: null, pain: 'none', painWhere: '', wants: '', ...f,
})

export const PLAYERS: Omit<Player, 'revision'>[] = [
  { id: 'player-orsolva', facts: facts({ name: 'Orsolva Tenbrick', age: 34, level: 'strong', hoursPerWeek: 6, style: 'flat', mishits: 'sides', late: 'never', tired: 'no', wants: 'More stability on returns, same feel' }) },
  { id: 'player-dunmor', facts: facts({ name: 'Dunmor Askeldine', age: 52, level: 'club', hoursPerWeek: 3, style: 'touch', mishits: 'tip', late: 'sometimes', tired: 'a little', pain: 'past', painWhere: 'elbow', wants: 'Kind to the arm' }) },
  { id: 'player-peverin', facts: facts({ name: 'Peverin Oldacre-Voss', age: 14, level: 'competition', hoursPerWeek: 11, style: 'spin', mishits: 'tip', late: 'never', tired: 'no', wants: 'Ready for the next size' }) },
  { id: 'player-lumi', facts: facts({ name: 'Lumi Carrowmesh', age: 11, level: 'club', hoursPerWeek: 4, style: null, hand: 'left', mishits: 'centre', late: 'sometimes', tired: 'a little', wants: 'First full-length frame soon' }) },
  { id: 'player-bartol', facts: facts({ name: 'Bartol Quillfeather', age: 27, level: 'competition', hoursPerWeek: 14, style: 'spin', mishits: 'tip', late: 'never', tired: 'no', wants: 'Pair that plays alike' }) },
  { id: 'player-senna', facts: facts({ name: 'Wendreth Polkaroo', age: 41, level: 'club', hoursPerWeek: 2, style: 'all-court', hand: 'left', mishits: 'sides', late: 'often', tired: 'yes', wants: 'Easier to swing at the net' }) },
]

const shape = (change: Partial<FrameGeometry> = {}): FrameGeometry => ({ ...tennis.geometry, ...change })

const frame = (id: string, label: string, maker: string, unit: string, playerId: string | null, geometry: FrameGeometry = shape()): Omit<Frame, 'revision'> => ({
  id, label, maker, model: label.replace(/ #.*$/, ''), unit, playerId, geometry,
})

export const FRAMES: Omit<Frame, 'revision'>[] = [
  frame('frame-1', 'Corvane Arc 98', 'Corvane', 'grip 3, no. 4471', 'player-orsolva'),
  frame('frame-2', 'Tessaly Drift 100', 'Tessaly', 'grip 2, no. 0913', 'player-dunmor', shape({ headWidthCm: 26.6, headLengthCm: 34.6, beamCm: 2.5 })),
  frame('frame-3', 'Ondrey Pilot 100 Junior', 'Ondrey', 'grip 1', 'player-peverin', shape({ headWidthCm: 26.5 })),
  frame('frame-4', 'Ondrey Skiff 26', 'Ondrey', 'grip 0', 'player-lumi', shape({ lengthCm: 66.04, headLengthCm: 33.6, headWidthCm: 26, gripLengthCm: 16.5, shaftToCm: 22.5 })),
  frame('frame-5', 'Corvane Arc 98 #A', 'Corvane', 'grip 3, no. 5120', 'player-bartol'),
  frame('frame-6', 'Corvane Arc 98 #B', 'Corvane', 'grip 3, no. 5127', 'player-bartol'),
  frame('frame-7', 'Hollowick Lath 95', 'Hollowick', 'grip 4', 'player-bartol', shape({ headWidthCm: 25.2, headLengthCm: 33.8, beamCm: 2.0 })),
  frame('frame-8', 'Tessaly Drift 105', 'Tessaly', 'grip 2', 'player-senna', shape({ headWidthCm: 27.4, headLengthCm: 35.2, beamCm: 2.6 })),
  frame('frame-9', 'Hollowick Lath 98 Light', 'Hollowick', 'shop demo', null),
  frame('frame-10', 'Corvane Arc 100 Long', 'Corvane', 'shop demo', null, shape({ lengthCm: 69.85, headWidthCm: 26.5 })),
]

export const STRUNG_WRAP: Condition = { stringsG: 16.5, grip: 'base', overgrips: 1, dampener: false }
const STRUNG: Condition = { stringsG: 16.5, grip: 'base', overgrips: 0, dampener: false }
const DAMPED: Condition = { ...STRUNG_WRAP, dampener: true }
const LEATHER: Condition = { stringsG: 16.5, grip: 'leather', overgrips: 1, dampener: false }
const BARE: Condition = { stringsG: null, grip: 'base', overgrips: 0, dampener: false }

type Figures = [mass: number | null, balance: number | null, swing: number | null, twist: number | null]

/** Standard uncertainty of a figure by how it came about: measured on a bench, printed, or told. */
const SPREAD: Record<Reference['grade'], [number, number, number, number]> = {
  'measured by us': [0.2, 0.06, 0.8, 0.12],
  'measured by others': [0.6, 0.15, 1.5, 0.25],
  published: [2, 0.3, 3, 0.4],
  hearsay: [4, 0.5, 6, 0.8],
}

function reference(
  id: string, name: string, kind: Reference['kind'], style: string, grade: Reference['grade'], dated: string, source: string,
  condition: Condition, figures: Figures, geometry: FrameGeometry = shape(), note = '', axisCm = 10.16,
): Reference {
  const [mass, balance, swingWeight, twistWeight] = figures.map((value, i) => (value === null ? null : { value, u: SPREAD[grade][i] }))
  return { id, name, kind, style, source, dated, grade, condition, axisCm, numbers: { mass, balance, swingWeight, twistWeight }, geometry, note }
}

const REPORT = 'Stringing room notes, Amberholt indoor week'
const TALK = 'Told by a travelling stringer'
const CATALOGUE = 'Maker’s leaflet'
const BENCH = 'Our bench'
const long = shape({ lengthCm: 69.2 })
const small = shape({ headWidthCm: 25.2, headLengthCm: 33.8 })
const large = shape({ headWidthCm: 26.6, headLengthCm: 34.6 })

export const REFERENCES: Reference[] = [
  reference('ref-p1', 'Ysolde Hartigan-Brome', 'professional', 'flat', 'measured by others', '2025-10', REPORT, STRUNG_WRAP, [347.2, 32.1, 358, 15.3], shape(), 'Painted as the newer Arc; mould is the old 98'),
  reference('ref-p2', 'Caspro Villadune', 'professional', 'spin', 'measured by others', '2025-10', REPORT, STRUNG_WRAP, [338.6, 32.4, 341, 14.6], large),
  reference('ref-p3', 'Merrit Okonjeld', 'professional', 'all-court', 'measured by others', '2026-02', REPORT, DAMPED, [342.5, 32.0, 346, 14.9]),
  reference('ref-p4', 'Talvi Brandreth-Osk', 'professional', 'spin', 'hearsay', '2024', TALK, STRUNG_WRAP, [336, 32.8, 343, null], large, 'Two reports differ by 5 units'),
  reference('ref-p5', 'Jorun Eddlestrand', 'professional', 'flat', 'hearsay', '2023', TALK, LEATHER, [358, 31.4, 366, null], small, 'Silicone in the handle, amount not known'),
  reference('ref-p6', 'Pia Marrowdale', 'professional', 'touch', 'measured by others', '2026-02', REPORT, STRUNG_WRAP, [331.8, 31.9, 329, 14.2]),
  reference('ref-p7', 'Evander Stiltwick', 'professional', 'flat', 'hearsay', '2025', TALK, STRUNG_WRAP, [352, null, 361, null], long, 'Half a centimetre long'),
  reference('ref-p8', 'Noor Castellwyn', 'professional', 'spin', 'published', '2026-05', 'Printed interview', STRUNG, [334, 32.5, null, null], large, 'Swing weight never given'),
  reference('ref-p9', 'Lioba Fenwraith', 'professional', 'all-court', 'measured by others', '2025-06', REPORT, STRUNG_WRAP, [340.1, 32.3, 520, 15.0], shape(), 'Swing weight taken about the butt end', 0),
  reference('ref-p10', 'Radomir Kelpwood', 'professional', 'touch', 'hearsay', '2022', TALK, STRUNG_WRAP, [345, 31.7, null, null], small),
  reference('ref-r1', 'Corvane Arc 98 (retail)', 'retail', '', 'published', '2026-01', CATALOGUE, BARE, [305, 31.5, 293, null]),
  reference('ref-r2', 'Corvane Arc 98 Tour (retail)', 'retail', '', 'published', '2026-01', CATALOGUE, BARE, [318, 31.0, 302, null]),
  reference('ref-r3', 'Corvane Arc 100 (retail)', 'retail', '', 'published', '2026-01', CATALOGUE, BARE, [300, 32.0, 290, null], large),
  reference('ref-r4', 'Corvane Arc 100 Lite (retail)', 'retail', '', 'published', '2026-01', CATALOGUE, BARE, [280, 32.8, 282, null], large),
  reference('ref-r5', 'Tessaly Drift 100 (retail)', 'retail', '', 'published', '2025-08', CATALOGUE, BARE, [298, 32.3, 288, null], large),
  reference('ref-r6', 'Tessaly Drift 105 (retail)', 'retail', '', 'published', '2025-08', CATALOGUE, BARE, [275, 33.6, 283, null], shape({ headWidthCm: 27.4, headLengthCm: 35.2 })),
  reference('ref-r7', 'Tessaly Keel 97 (retail)', 'retail', '', 'published', '2024-03', CATALOGUE, BARE, [310, 31.3, 296, null], small),
  reference('ref-r8', 'Hollowick Lath 95 (retail)', 'retail', '', 'published', '2023-09', CATALOGUE, BARE, [325, 30.8, null, null], small),
  reference('ref-r9', 'Hollowick Lath 98 (retail)', 'retail', '', 'published', '2023-09', CATALOGUE, BARE, [307, 31.4, 292, null]),
  reference('ref-r10', 'Hollowick Lath 98 Light (retail)', 'retail', '', 'published', '2023-09', CATALOGUE, BARE, [285, 32.5, 284, null]),
  reference('ref-r11', 'Ondrey Pilot 100 (retail)', 'retail', '', 'measured by others', '2026-04', 'Club exchange list', STRUNG, [316.4, 32.7, 318, 13.6], large),
  reference('ref-r12', 'Ondrey Pilot 100 290 (retail)', 'retail', '', 'measured by others', '2026-04', 'Club exchange list', STRUNG, [306.2, 32.9, 310, 13.3], large, 'Usual next frame after the Junior'),
  reference('ref-r13', 'Corvane Arc 98, shop unit', 'shop', '', 'measured by us', '2026-09', BENCH, STRUNG_WRAP, [326.9, 31.9, 321.5, 13.9]),
  reference('ref-r14', 'Tessaly Drift 100, shop unit', 'shop', '', 'measured by us', '2026-09', BENCH, STRUNG_WRAP, [320.3, 32.6, 319.0, 13.8], large),
  reference('ref-r15', 'Ondrey Skiff 26 (retail)', 'retail', '', 'published', '2026-01', CATALOGUE, BARE, [245, 31.9, 225, null], shape({ lengthCm: 66.04, headLengthCm: 33.6, headWidthCm: 26, gripLengthCm: 16.5, shaftToCm: 22.5 })),
]

const material = (m: Partial<StoredMaterial> & Pick<StoredMaterial, 'id' | 'name' | 'kind' | 'unitMassG' | 'stock'>): StoredMaterial => ({
  step: m.kind === 'tape' ? 0.5 : 1, widthCm: m.kind === 'tape' ? 0.635 : 0, lead: false, grip: null, ...m,
})

export const MATERIALS: StoredMaterial[] = [
  material({ id: 'lead-quarter', name: 'Lead tape 1/4 in', kind: 'tape', unitMassG: 0.098, stock: 640, lead: true }),
  material({ id: 'lead-half', name: 'Lead tape 1/2 in', kind: 'tape', unitMassG: 0.197, stock: 420, widthCm: 1.27, lead: true }),
  material({ id: 'tungsten', name: 'Tungsten tape', kind: 'tape', unitMassG: 0.21, stock: 260 }),
  material({ id: 'putty', name: 'Tungsten putty', kind: 'fill', unitMassG: 1, stock: 75 }),
  material({ id: 'silicone', name: 'Silicone', kind: 'fill', unitMassG: 1, stock: 60 }),
  material({ id: 'leather', name: 'Leather grip', kind: 'grip', unitMassG: 25, stock: 3, grip: 'leather' }),
  material({ id: 'synthetic', name: 'Synthetic grip', kind: 'grip', unitMassG: 15, stock: 6, grip: 'synthetic' }),
  material({ id: 'overgrip', name: 'Overgrip', kind: 'overgrip', unitMassG: 5, stock: 24 }),
]
