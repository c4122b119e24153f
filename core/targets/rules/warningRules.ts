import { AGE_CLASSES } from './ageClasses.ts'
import { ONE_CLASS, WEEKS_ON_A_CLASS } from '../steps.ts'
import type { Rule, RuleTest } from './rule.ts'

const PRACTICE = { grade: 'common practice', source: 'common practice, no source', school: 'common' } as const
const OWN_SUMS = { grade: 'measured', source: 'this frame’s own readings', school: 'common' } as const
const RULES = { grade: 'published standard', school: 'common' } as const
const memory = (name: string) => `${name}; from memory, the rules in force where you play decide`
const raised: RuleTest = {
  any: [
    { fact: 'massUpG', over: 1 },
    { fact: 'swingUpTolerances', over: 1 },
  ],
}

const HARM = 'Early gain in ball speed, later harm to shoulder and stroke.'
/** What is said where a frame, as it stands or as it is aimed at, is over the class of an age: by weight and by swing weight. */
function classRules(c: (typeof AGE_CLASSES)[number], of: 'frame' | 'target'): Rule[] {
  const [mass, swing] =
    of === 'frame' ? (['bareMassG', 'bareSwingKgCm2'] as const) : (['targetBareMassG', 'targetBareSwingKgCm2'] as const)
  const effect = (quantity: 'mass' | 'swingWeight') =>
    ({ kind: 'warning', quantity, confirm: of === 'target' && c.confirm }) as const
  const age: RuleTest = { fact: 'age', atLeast: c.from, below: c.to }
  const prefix = of === 'frame' ? 'frame' : 'guard'
  const what = of === 'frame' ? 'this frame has' : 'this comes to'
  const wide = c.sport === 'tennis' ? '' : ' Common practice, wide: look at the player too.'
  const rules: Rule[] = [
    {
      id: `${prefix}.class.${c.id}`,
      sports: [c.sport],
      when: { all: [age, { fact: mass, over: c.mostMassG }] },
      effect: effect('mass'),
      message: `At {age} a bare frame is usually ${c.mostMassG} g at most; ${what} {${mass}} g. ${HARM}${wide}`,
      ...PRACTICE,
    },
  ]
  if (c.mostSwingKgCm2 !== null)
    rules.push({
      id: `${prefix}.classSwing.${c.id}`,
      sports: [c.sport],
      when: { all: [age, { fact: swing, over: c.mostSwingKgCm2 }] },
      effect: effect('swingWeight'),
      message: `At {age} the bare swing weight is usually ${c.mostSwingKgCm2} at most; ${what} {${swing}}. ${HARM}`,
      ...PRACTICE,
    })
  return rules
}

/** What a frame says as it stands, before there is a target. */
export const FRAME_RULES: readonly Rule[] = AGE_CLASSES.flatMap((c) => classRules(c, 'frame'))

/** More than one class in one go, by a target or by going over to another frame. */
export const CLASS_STEP_RULES: readonly Rule[] = [
  {
    id: 'guard.oneClass',
    sports: ['tennis'],
    when: { fact: 'massUpG', over: ONE_CLASS.mass },
    effect: { kind: 'warning', quantity: 'mass', confirm: false },
    message: `{massUpG} g more is over one weight class (${ONE_CLASS.mass} g). One class at a time, as with shoes.`,
    ...PRACTICE,
  },
  {
    id: 'guard.oneClassSwing',
    sports: ['tennis'],
    when: { fact: 'swingUpKgCm2', over: ONE_CLASS.swingWeight },
    effect: { kind: 'warning', quantity: 'swingWeight', confirm: false },
    message: `{swingUpKgCm2} more swing weight is over one class (${ONE_CLASS.swingWeight}). One class at a time, ${WEEKS_ON_A_CLASS} weeks of play on each.`,
    ...PRACTICE,
  },
  {
    id: 'guard.oneClassDown',
    sports: ['tennis'],
    when: {
      any: [
        { fact: 'massUpG', below: -ONE_CLASS.mass },
        { fact: 'swingUpKgCm2', below: -ONE_CLASS.swingWeight },
      ],
    },
    effect: { kind: 'warning', quantity: null, confirm: false },
    message: `More than one class down in one go (${ONE_CLASS.mass} g, or ${ONE_CLASS.swingWeight} of swing weight). Ask what will not wait; else one class, ${WEEKS_ON_A_CLASS} weeks of play, then the next.`,
    ...PRACTICE,
  },
]

/** Cautions on a target. Each warns with its reason and source; the fitter decides. */
export const WARNING_RULES: readonly Rule[] = [
  {
    id: 'guard.length',
    sports: 'all',
    when: { fact: 'lengthOverCm', over: 0 },
    effect: { kind: 'warning', quantity: null, confirm: false },
    message: 'The frame is {lengthOverCm} cm longer than the rules of play allow.',
    source: memory('Rules of play of the sport, on length'),
    ...RULES,
  },
  {
    id: 'guard.width',
    sports: 'all',
    when: { fact: 'widthOverCm', over: 0 },
    effect: { kind: 'warning', quantity: null, confirm: false },
    message: 'The head is {widthOverCm} cm wider than the rules of play allow.',
    source: memory('Rules of play of the sport, on width'),
    ...RULES,
  },
  {
    id: 'guard.thickness',
    sports: ['padel'],
    when: { fact: 'thicknessOverCm', over: 0 },
    effect: { kind: 'warning', quantity: null, confirm: false },
    message: 'The frame is {thicknessOverCm} cm thicker than the rules of play allow.',
    source: memory('Rules of padel, on thickness'),
    ...RULES,
  },
  {
    id: 'guard.sum',
    sports: ['pickleball'],
    when: { fact: 'sumOverCm', over: 0 },
    effect: { kind: 'warning', quantity: null, confirm: false },
    message: 'Length and width together are {sumOverCm} cm over what the equipment standard allows.',
    source: memory('Equipment standard of pickleball, length + width ≤ 24 in'),
    ...RULES,
  },
  ...AGE_CLASSES.flatMap((c) => classRules(c, 'target')),
  ...CLASS_STEP_RULES,
  {
    id: 'guard.ceiling',
    sports: 'all',
    when: { fact: 'overCeilingKgCm2', over: 0.05 },
    effect: { kind: 'warning', quantity: 'swingWeight', confirm: true },
    message:
      'The swing weight is {overCeilingKgCm2} over this player’s ceiling: tired or late before the session ends.',
    ...PRACTICE,
    school: 'ceilingFirst',
  },
  {
    id: 'guard.late',
    sports: 'all',
    when: {
      all: [
        { fact: 'lateInTen', atLeast: 1 },
        { fact: 'swingUpTolerances', over: 1 },
      ],
    },
    effect: { kind: 'warning', quantity: 'swingWeight', confirm: false },
    message:
      'This player is late on {lateInTen} in ten, and the target swings slower. One in ten is late enough: go down when late.',
    ...PRACTICE,
  },
  {
    id: 'guard.professional',
    sports: 'all',
    when: {
      all: [
        { fact: 'referenceKind', is: ['professional'] },
        { fact: 'level', is: ['beginner', 'club'] },
        { fact: 'swingUpShare', over: 0.025 },
      ],
    },
    effect: { kind: 'warning', quantity: 'swingWeight', confirm: true },
    message: 'A professional’s setup, far above what this player swings. Some are playable by amateurs, many are not.',
    ...PRACTICE,
  },
  {
    id: 'guard.lighter',
    sports: 'all',
    when: { fact: 'massDownTolerances', over: 1 },
    effect: { kind: 'warning', quantity: 'mass', confirm: false },
    message:
      'The target is {massUpG} g lighter than the frame. Tape cannot take mass away: a lighter grip, other strings or another frame can.',
    ...OWN_SUMS,
  },
  {
    id: 'guard.withinUncertainty',
    sports: 'all',
    when: {
      all: [
        { fact: 'changeTolerances', over: 1 },
        { fact: 'changeInU', below: 2 },
      ],
    },
    effect: { kind: 'warning', quantity: null, confirm: false, perQuantity: true },
    message: 'the change is smaller than the readings can tell. Read again before working on it.',
    ...OWN_SUMS,
  },
  {
    id: 'guard.toleranceTight',
    sports: 'all',
    when: { fact: 'toleranceInU', below: 2 },
    effect: { kind: 'warning', quantity: null, confirm: false, perQuantity: true },
    message: 'the tolerance is tighter than the readings. More readings would help.',
    ...OWN_SUMS,
  },
  {
    id: 'guard.pain.now',
    sports: 'all',
    when: { all: [{ fact: 'pain', is: ['now'] }, raised] },
    effect: { kind: 'warning', quantity: null, confirm: true },
    message:
      'This player has pain now, and the target is heavier. Kevro gives no medical advice: a doctor or physiotherapist first. Stop at pain.',
    ...PRACTICE,
    over: ['guard.pain.known'],
  },
  {
    id: 'guard.pain.known',
    sports: 'all',
    when: {
      all: [
        { fact: 'pain', is: ['now', 'past'] },
        { fact: 'hasTarget', is: ['yes'] },
      ],
    },
    effect: { kind: 'warning', quantity: null, confirm: false },
    message:
      'This player has pain or a history of it. Kevro gives no medical advice: ask a doctor or physiotherapist first, and look at strings and tension too.',
    ...PRACTICE,
  },
]
