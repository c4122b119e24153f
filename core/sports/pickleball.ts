import { BUTT_CAP, sleeveZone } from './handleZones.ts'
import { METHODS } from './methods.ts'
import type { SportProfile } from './profile.ts'

/** Common practice, no source, unless a source is named. Swing weight is commonly quoted about 2 in (5.08 cm). */
export const pickleball: SportProfile = {
  id: 'pickleball',
  name: 'Pickleball',
  axisCm: 5.08,
  otherAxesCm: [0, 10.16],
  units: { mass: 'oz', length: 'in' },
  geometry: {
    throat: 'none',
    face: 'plain',
    mains: 0,
    crosses: 0,
    lengthCm: 41.28,
    headLengthCm: 28.1,
    headWidthCm: 19.56,
    exponent: 4.5,
    tubeCm: 0.8,
    beamCm: 1.6,
    gripLengthCm: 12.7,
    handleHalfWidthCm: 1.6,
    shaftToCm: 13.2,
    shaftHalfWidthCm: 1.9,
  },
  outlines: [
    { name: 'Hybrid 16.25 × 7.7', change: {} },
    { name: 'Standard 16 × 8', change: { lengthCm: 40.64, headLengthCm: 27.9, headWidthCm: 20.32 } },
    {
      name: 'Elongated 16.5 × 7.5',
      change: { lengthCm: 41.91, headLengthCm: 28.3, headWidthCm: 19.05, gripLengthCm: 13.3 },
    },
    {
      name: 'Extra-long 17 × 7',
      change: { lengthCm: 43.18, headLengthCm: 29, headWidthCm: 17.78, gripLengthCm: 13.6 },
    },
    {
      name: 'Wide-body 15.8 × 8.2',
      change: { lengthCm: 40.1, headLengthCm: 27.9, headWidthCm: 20.8, gripLengthCm: 12 },
    },
  ],
  usual: { mass: [185, 270], balance: [20, 28], swingWeight: [80, 145], twistWeight: [4, 9] },
  gyrationBand: [0.23, 0.34],
  tolerance: { mass: 1, balance: 0.2, swingWeight: 1, twistWeight: 0.15 },
  populationSpread: { mass: 6, balance: 0.6, swingWeight: 5, twistWeight: 0.5 },
  layers: {
    strings: null,
    stringKinds: [],
    grips: {
      none: { massG: 0, uMassG: 0 },
      base: { massG: 12, uMassG: 1.5 },
      synthetic: { massG: 12, uMassG: 1 },
      leather: { massG: 16, uMassG: 1.5 },
    },
    overgrip: { massG: 5, uMassG: 0.5 },
    dampener: null,
    guardTape: { massG: 4, uMassG: 1, lengthCm: 40 },
    film: { massG: 1, uMassG: 0.3 },
  },
  methods: METHODS,
  thicknessKgCm2: { value: 0.15, u: 0.05 },
  sideEdgesCm: 15,
  // Wide, from the usual weights of paddles.
  ageClasses: [
    { id: 'pickleball.under12', from: 0, to: 12, mostMassG: 225, mostSwingKgCm2: null, confirm: true },
    { id: 'pickleball.under18', from: 12, to: 18, mostMassG: 240, mostSwingKgCm2: null, confirm: false },
  ],
  classes: [],
  zones: [
    { id: 'tip', name: 'Top edge', place: 'hoop', clock: 12, capacityCm: 12, maxLayers: 2, visible: true },
    { id: 'tenTwo', name: 'Top corners', place: 'hoop', clock: 2, capacityCm: 8, maxLayers: 2, visible: true },
    { id: 'threeNine', name: 'Sides', place: 'hoop', clock: 3, capacityCm: 10, maxLayers: 2, visible: true },
    { id: 'bevels', name: 'Four bevels', place: 'bevels', capacityCm: 11, maxLayers: 2, visible: false },
    { id: 'butt', name: 'Inside the butt', place: 'handle', capacityCm: 4, maxLayers: 1, visible: false },
  ],
  moreZones: [
    { id: 'fourEight', name: 'Lower edge', place: 'hoop', clock: 4, capacityCm: 8, maxLayers: 2, visible: true },
    sleeveZone(10, 2),
    BUTT_CAP,
  ],
  handleFillGPerCm: 1.6,
  handleFillFromCm: 1,
  // Ball 22.1 to 26.5 g by the equipment standard; restitution on a held paddle about 0.45 to 0.6 (both from memory).
  impact: {
    ballG: { usual: 24.5, low: 22.1, high: 26.5 },
    restitution: { usual: 0.5, low: 0.4, high: 0.65 },
    incomingMS: { usual: 10, low: 0, high: 25 },
    headMS: { usual: 12, low: 3, high: 25 },
    pivotCm: { usual: 0, low: -60, high: 12 },
    effort: { usual: 0.27, low: 0.2, high: 0.3 },
  },
  shapes: [
    {
      name: 'Standard',
      lengthCm: 40.64,
      widthCm: 20.32,
      swingWeightKgCm2: 111,
      says: 'The widest sweet spot of the three; the quickest.',
    },
    {
      name: 'Hybrid',
      lengthCm: 41.28,
      widthCm: 19.56,
      swingWeightKgCm2: 115,
      says: 'Between the two; for beginners and the undecided.',
    },
    {
      name: 'Elongated',
      lengthCm: 41.91,
      widthCm: 19.05,
      swingWeightKgCm2: 120,
      says: 'More reach and power, the sweet spot higher, less twist weight.',
    },
    {
      name: 'Extra-long',
      lengthCm: 43.18,
      widthCm: 17.78,
      swingWeightKgCm2: null,
      says: 'As long as the standard allows.',
    },
    {
      name: 'Wide-body',
      lengthCm: 40.1,
      widthCm: 20.8,
      swingWeightKgCm2: null,
      says: 'A little short, a little wide: the most twist weight.',
    },
  ],
  words: [
    {
      quantity: 'swingWeight',
      steps: [
        { below: 115, word: 'quick' },
        { below: 120, word: 'medium' },
        { below: Infinity, word: 'heavy' },
      ],
    },
  ],
  rules: {
    name: 'Equipment standard of pickleball',
    source: 'from memory; the rules in force where you play decide',
    maxLengthCm: 43.18,
    maxWidthCm: 60.96,
    maxSumCm: 60.96,
  },
}
