import { tennis } from '#core/sports/tennis.ts'
import { NOTHING_ON, type Condition } from '#core/frame/condition.ts'
import { type SportId, PROFILES } from '#core/sports/sports.ts'
import type { FrameGeometry } from '#core/geometry/outline.ts'
import { unknownPlayer, type PlayerFacts } from '#core/player/facts.ts'
import { PLAIN_MATERIAL } from '#core/cuts/material.ts'
import type { Frame, Player, StoredMaterial } from '#contract/entities.ts'

/** A made-up club shop. Every person, maker and model here is invented. */
export const SHOP = {
  name: 'Lower Ferry Lane club shop',
  units: { mass: 'g', balance: 'cm', length: 'cm' } as const,
  initials: 'JQ',
  paper: 'A4' as const,
  latitudeDeg: 47,
  backupFolder: '',
  workOrder: 'headFirst' as const,
  acceptance: 'guarded' as const,
  ownSchool: null,
  ownRecipes: [
    {
      id: 'own-clay',
      name: 'Clay evenings',
      sport: 'tennis' as const,
      parts: [
        { zoneId: 'threeNine', materialId: 'tungsten', kind: 'tape' as const, massG: 4.2, edges: 2 as const },
        { zoneId: 'butt', materialId: 'putty', kind: 'fill' as const, massG: 5 },
      ],
    },
  ],
}

const facts = (f: Partial<PlayerFacts> & { name: string }): PlayerFacts => ({
  ...unknownPlayer(f.name),
  hand: 'right',
  pain: 'none',
  complaints: [],
  ...f,
})

export const PLAYERS: Omit<Player, 'revision'>[] = [
  {
    id: 'player-orsolva',
    facts: facts({
      name: 'Orsolva Tenbrick',
      age: 34,
      level: 'strong',
      hoursPerWeek: 6,
      style: 'flat',
      mishits: 'sides',
      lateInTen: 0,
      tired: 'no',
      build: 'average',
      complaints: ['twists'],
      ceiling: { swingWeightKgCm2: 344, axisCm: 10.16 },
      wants: 'More stability on returns, same feel',
    }),
  },
  {
    id: 'player-dunmor',
    facts: facts({
      name: 'Dunmor Askeldine',
      age: 52,
      level: 'club',
      hoursPerWeek: 3,
      style: 'touch',
      mishits: 'tip',
      lateInTen: 0,
      tired: 'a little',
      pain: 'past',
      painWhere: 'elbow',
      complaints: ['unsteady'],
      wants: 'Kind to the arm',
    }),
  },
  {
    id: 'player-peverin',
    facts: facts({
      name: 'Peverin Oldacre-Voss',
      age: 14,
      level: 'competition',
      hoursPerWeek: 11,
      style: 'spin',
      mishits: 'tip',
      lateInTen: 0,
      tired: 'no',
      wants: 'Ready for the next size',
    }),
  },
  {
    id: 'player-lumi',
    facts: facts({
      name: 'Lumi Carrowmesh',
      age: 11,
      level: 'club',
      hoursPerWeek: 4,
      style: null,
      hand: 'left',
      mishits: 'centre',
      lateInTen: 0,
      tired: 'a little',
      wants: 'First full-length frame soon',
    }),
  },
  {
    id: 'player-bartol',
    facts: facts({
      name: 'Bartol Quillfeather',
      age: 27,
      level: 'competition',
      hoursPerWeek: 14,
      style: 'spin',
      mishits: 'tip',
      lateInTen: 0,
      tired: 'no',
      build: 'strong',
      ceiling: { swingWeightKgCm2: 345, axisCm: 10.16 },
      wants: 'Pair that plays alike',
    }),
  },
  {
    id: 'player-senna',
    facts: facts({
      name: 'Wendreth Polkaroo',
      age: 41,
      level: 'club',
      hoursPerWeek: 2,
      style: 'all-court',
      hand: 'left',
      mishits: 'sides',
      lateInTen: 2,
      tired: 'yes',
      build: 'slight',
      complaints: ['late', 'tired'],
      wants: 'Easier to swing at the net',
    }),
  },
]

const shape = (change: Partial<FrameGeometry> = {}): FrameGeometry => ({ ...tennis.geometry, ...change })

const frame = (
  id: string,
  label: string,
  maker: string,
  unit: string,
  playerId: string | null,
  geometry: FrameGeometry = shape(),
  sport: SportId = 'tennis',
): Omit<Frame, 'revision' | 'code'> => ({
  id,
  label,
  maker,
  model: label.replace(/ #.*$/, ''),
  unit,
  playerId,
  geometry,
  sport,
  ownStrings: null,
})

export const FRAMES: Omit<Frame, 'revision' | 'code'>[] = [
  frame('frame-1', 'Corvane Arc 98', 'Corvane', 'grip 3, no. 4471', 'player-orsolva'),
  frame(
    'frame-2',
    'Tessaly Drift 100',
    'Tessaly',
    'grip 2, no. 0913',
    'player-dunmor',
    shape({ headWidthCm: 26.6, headLengthCm: 34.6, beamCm: 2.5 }),
  ),
  frame('frame-3', 'Ondrey Pilot 100 Junior', 'Ondrey', 'grip 1', 'player-peverin', shape({ headWidthCm: 26.5 })),
  frame(
    'frame-4',
    'Ondrey Skiff 26',
    'Ondrey',
    'grip 0',
    'player-lumi',
    shape({ lengthCm: 66.04, headLengthCm: 33.6, headWidthCm: 26, gripLengthCm: 16.5, shaftToCm: 22.5 }),
  ),
  frame('frame-5', 'Corvane Arc 98 #A', 'Corvane', 'grip 3, no. 5120', 'player-bartol'),
  frame('frame-6', 'Corvane Arc 98 #B', 'Corvane', 'grip 3, no. 5127', 'player-bartol'),
  frame(
    'frame-7',
    'Hollowick Lath 95',
    'Hollowick',
    'grip 4',
    'player-bartol',
    shape({ headWidthCm: 25.2, headLengthCm: 33.8, beamCm: 2.0 }),
  ),
  frame(
    'frame-8',
    'Tessaly Drift 105',
    'Tessaly',
    'grip 2',
    'player-senna',
    shape({ headWidthCm: 27.4, headLengthCm: 35.2, beamCm: 2.6 }),
  ),
  frame('frame-9', 'Hollowick Lath 98 Light', 'Hollowick', 'shop demo', null),
  frame(
    'frame-10',
    'Corvane Arc 100 Long',
    'Corvane',
    'shop demo',
    null,
    shape({ lengthCm: 69.85, headWidthCm: 26.5 }),
  ),
  frame(
    'frame-11',
    'Merle Wisp 88',
    'Merle',
    '4U, grip 5',
    'player-lumi',
    { ...PROFILES.badminton.geometry },
    'badminton',
  ),
  frame(
    'frame-12',
    'Quarrow Flat 16',
    'Quarrow',
    'no. 208',
    'player-senna',
    { ...PROFILES.pickleball.geometry },
    'pickleball',
  ),
  frame(
    'frame-13',
    'Bellamast Anvil',
    'Bellamast',
    'shop demo',
    'player-dunmor',
    { ...PROFILES.padel.geometry },
    'padel',
  ),
  frame(
    'frame-14',
    'Ondrey Skiff 26 Plus',
    'Ondrey',
    'grip 1, no. 0331',
    'player-peverin',
    shape({ lengthCm: 66.04, headLengthCm: 33.6, headWidthCm: 26, gripLengthCm: 16.5, shaftToCm: 22.5 }),
  ),
]
/** Frames that their players have outgrown. */
export const OUTGROWN = ['frame-14']

export const STRUNG_WRAP: Condition = { ...NOTHING_ON, stringsG: 16.5, grip: 'base', overgrips: 1 }

const material = (
  m: Partial<StoredMaterial> & Pick<StoredMaterial, 'id' | 'name' | 'kind' | 'unitMassG' | 'stock'>,
): StoredMaterial => ({
  ...PLAIN_MATERIAL,
  step: m.kind === 'tape' || m.kind === 'sleeve' ? 0.5 : 1,
  widthCm: m.kind === 'tape' ? 0.635 : 0,
  retired: false,
  revision: 0,
  ...m,
})
/** Weighed by eight strips on a scale of 0.01 g. */
const WEIGHED = { uShare: 0.004 }

export const MATERIALS: StoredMaterial[] = [
  material({
    id: 'lead-quarter',
    name: 'Lead tape 1/4 in',
    kind: 'tape',
    unitMassG: 0.098,
    stock: 640,
    lead: true,
    thicknessMm: 0.25,
    cost: 0.02,
    ...WEIGHED,
  }),
  material({
    id: 'lead-half',
    name: 'Lead tape 1/2 in',
    kind: 'tape',
    unitMassG: 0.197,
    stock: 420,
    widthCm: 1.27,
    lead: true,
    thicknessMm: 0.25,
    cost: 0.035,
    ...WEIGHED,
  }),
  material({
    id: 'tungsten',
    name: 'Tungsten tape',
    kind: 'tape',
    unitMassG: 0.21,
    stock: 260,
    thicknessMm: 0.3,
    cost: 0.09,
    ...WEIGHED,
  }),
  material({ id: 'putty', name: 'Tungsten putty', kind: 'fill', unitMassG: 1, stock: 75, cost: 0.28, reusable: true }),
  material({
    id: 'silicone',
    name: 'Silicone',
    kind: 'fill',
    unitMassG: 0.97,
    uShare: 0.01,
    cureHours: 12,
    stock: 60,
    cost: 0.05,
  }),
  material({
    id: 'insert-four',
    name: 'Brass insert 4 g',
    kind: 'weight',
    unitMassG: 4,
    stock: 6,
    cost: 2.4,
    reusable: true,
    zoneIds: ['cap'],
  }),
  material({
    id: 'module-two',
    name: 'Screw-in module 2 g',
    kind: 'weight',
    unitMassG: 2,
    stock: 12,
    cost: 1.5,
    reusable: true,
    zoneIds: ['holesTip', 'holesSides', 'holesHeart'],
  }),
  material({
    id: 'module-four',
    name: 'Screw-in module 4 g',
    kind: 'weight',
    unitMassG: 4,
    stock: 8,
    cost: 1.8,
    reusable: true,
    zoneIds: ['holesTip', 'holesSides', 'holesHeart'],
  }),
  material({
    id: 'dampener',
    name: 'Dampener 2 g',
    kind: 'weight',
    unitMassG: 2,
    stock: 20,
    cost: 1.2,
    reusable: true,
    zoneIds: ['damper'],
  }),
  material({
    id: 'sleeve',
    name: 'Shrinking sleeve 30 mm',
    kind: 'sleeve',
    unitMassG: 0.42,
    stock: 150,
    thicknessMm: 0.8,
    cost: 0.04,
    uShare: 0.01,
  }),
  material({ id: 'leather', name: 'Leather grip', kind: 'grip', unitMassG: 25, stock: 3, grip: 'leather', cost: 14 }),
  material({
    id: 'synthetic',
    name: 'Synthetic grip',
    kind: 'grip',
    unitMassG: 15,
    stock: 6,
    grip: 'synthetic',
    cost: 6.5,
  }),
  material({ id: 'overgrip', name: 'Overgrip', kind: 'overgrip', unitMassG: 5, stock: 24, cost: 1.3 }),
  material({ id: 'thin-bed', name: 'Thin polyester bed', kind: 'strings', unitMassG: 14.8, stock: 4, cost: 9 }),
]
