import { BUTT_CAP, sleeveZone } from './handleZones.ts'
import { METHODS } from './methods.ts'
import type { SportProfile } from './profile.ts'

/** Common practice, no source, unless a source is named. Devices differ in their axis; weight classes 4U and 3U are the trade’s, 6U, 5U and 2U continue their 5 g steps (from memory). */
export const badminton: SportProfile = {
  id: 'badminton',
  name: 'Badminton',
  axisCm: 7.62,
  otherAxesCm: [0, 5, 9, 10.16],
  units: { balance: 'mm' },
  geometry: {
    throat: 'none',
    face: 'strings',
    mains: 22,
    crosses: 22,
    lengthCm: 67.5,
    headLengthCm: 25.4,
    headWidthCm: 20.3,
    exponent: 2.6,
    tubeCm: 0.75,
    beamCm: 1,
    gripLengthCm: 18,
    handleHalfWidthCm: 1.25,
    shaftToCm: 42.1,
    shaftHalfWidthCm: 0.36,
  },
  outlines: [
    { name: 'Square-shouldered head', change: {} },
    { name: 'Oval head', change: { exponent: 2.1, headLengthCm: 25.8, headWidthCm: 19.6 } },
  ],
  usual: { mass: [68, 102], balance: [26, 33], swingWeight: [65, 115], twistWeight: [1, 4.5] },
  gyrationBand: [0.27, 0.38],
  tolerance: { mass: 0.5, balance: 0.2, swingWeight: 1, twistWeight: 0.1 },
  populationSpread: { mass: 3, balance: 0.6, swingWeight: 4, twistWeight: 0.3 },
  layers: {
    strings: { massG: 2.6, uMassG: 0.25 },
    stringKinds: [
      { name: 'multifilament 0.70', massG: 2.7 },
      { name: 'multifilament 0.66', massG: 2.45 },
      { name: 'multifilament 0.63', massG: 2.3 },
    ],
    grips: {
      none: { massG: 0, uMassG: 0 },
      // The thin wrap that a frame comes with, 2 to 3 g; with strings it makes the trade's “up to 5 g”.
      base: { massG: 2.3, uMassG: 0.4 },
      synthetic: { massG: 5, uMassG: 1 },
      leather: { massG: 9, uMassG: 1 },
    },
    overgrip: { massG: 3, uMassG: 0.5 },
    dampener: null,
    guardTape: { massG: 0.6, uMassG: 0.2, lengthCm: 20 },
    film: { massG: 0.5, uMassG: 0.2 },
  },
  methods: METHODS,
  thicknessKgCm2: { value: 0.03, u: 0.01 },
  sideEdgesCm: 12,
  // Wide, from the usual weights of frames.
  ageClasses: [
    { id: 'badminton.under12', from: 0, to: 12, mostMassG: 85, mostSwingKgCm2: null, confirm: true },
    { id: 'badminton.under18', from: 12, to: 18, mostMassG: 90, mostSwingKgCm2: null, confirm: false },
  ],
  classes: [
    { name: '6U', fromG: 70, toG: 75 },
    { name: '5U', fromG: 75, toG: 80 },
    { name: '4U', fromG: 80, toG: 85 },
    { name: '3U', fromG: 85, toG: 90 },
    { name: '2U', fromG: 90, toG: 95 },
  ],
  zones: [
    { id: 'tip', name: 'Tip', place: 'hoop', clock: 12, capacityCm: 8, maxLayers: 2, visible: true },
    { id: 'tenTwo', name: '10 and 2', place: 'hoop', clock: 2, capacityCm: 6, maxLayers: 2, visible: true },
    { id: 'threeNine', name: '3 and 9', place: 'hoop', clock: 3, capacityCm: 6, maxLayers: 2, visible: true },
    { id: 'shaft', name: 'Shaft', place: 'shaft', capacityCm: 6, maxLayers: 2, visible: true },
    { id: 'bevels', name: 'Four bevels', place: 'bevels', capacityCm: 15, maxLayers: 1, visible: false },
    { id: 'butt', name: 'Inside the butt', place: 'handle', capacityCm: 4, maxLayers: 1, visible: false },
    {
      id: 'tJoint',
      name: 'T-joint',
      place: 'spot',
      spot: { from: 'bridge', cm: 0, offCm: 0 },
      takes: ['fill', 'weight'],
      capacityCm: 3,
      maxLayers: 1,
      visible: true,
    },
    {
      id: 'cone',
      name: 'Cone',
      place: 'spot',
      spot: { from: 'gripTop', cm: 1.5, offCm: 0 },
      takes: ['fill', 'weight'],
      capacityCm: 4,
      maxLayers: 1,
      visible: true,
    },
  ],
  moreZones: [
    { id: 'oneEleven', name: '11 and 1', place: 'hoop', clock: 1, capacityCm: 4, maxLayers: 2, visible: true },
    sleeveZone(14, 1),
    BUTT_CAP,
  ],
  handleFillGPerCm: 1.2,
  handleFillFromCm: 1,
  // Shuttle 4.74 to 5.50 g by the laws; its cork leaves with about 0.7 (both from memory).
  impact: {
    ballG: { usual: 5.1, low: 4.74, high: 5.5 },
    restitution: { usual: 0.7, low: 0.55, high: 0.85 },
    incomingMS: { usual: 8, low: 0, high: 30 },
    headMS: { usual: 35, low: 8, high: 60 },
    pivotCm: { usual: 0, low: -60, high: 15 },
    effort: { usual: 0.27, low: 0.2, high: 0.3 },
  },
  shapes: [],
  words: [
    {
      quantity: 'balance',
      steps: [
        { below: 29, word: 'head-light' },
        { below: 30, word: 'even' },
        { below: Infinity, word: 'head-heavy' },
      ],
    },
  ],
  rules: {
    name: 'Laws of badminton, law on the racket',
    source: 'from memory; the rules in force where you play decide',
    maxLengthCm: 68,
    maxWidthCm: 23,
  },
}
