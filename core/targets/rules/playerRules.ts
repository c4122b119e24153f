import type { Rule, RuleTest } from './rule.ts'

/** Facts of the trade: common practice, no source, unless a rule names one. */
const PRACTICE = { grade: 'common practice', source: 'common practice, no source', school: 'common' } as const
const adult: RuleTest = { fact: 'age', atLeast: 18 }
const minor: RuleTest = { fact: 'age', below: 18 }
const level = (...is: string[]): RuleTest => ({ fact: 'level', is })
const complains = (...is: string[]): RuleTest => ({ fact: 'complaints', is })
/** A frame of 26 in or less; half an inch of room. */
const SHORT_CM = 67.3

/** Bare weight and bare swing weight by player (ounces are the trade's: 8, 9, 10, 11.5 oz). Between two rows: their middle is interpolated. */
export const BAND_RULES: readonly Rule[] = [
  {
    id: 'band.junior26',
    sports: ['tennis'],
    when: { all: [minor, { fact: 'frameLengthCm', below: SHORT_CM }] },
    effect: { kind: 'band', mass: [226.8, 255.1], swingWeight: [230, 250] },
    message: 'A junior on a 26 in frame: 8 to 9 oz bare, swing weight 230 to 250, often the low end.',
    ...PRACTICE,
  },
  {
    id: 'band.firstAdult',
    sports: ['tennis'],
    when: {
      all: [
        { fact: 'frameLengthCm', atLeast: SHORT_CM },
        {
          any: [
            { fact: 'age', below: 13 },
            { all: [adult, { fact: 'build', is: ['slight'] }, level('beginner', 'club')] },
          ],
        },
      ],
    },
    effect: { kind: 'band', mass: [255.1, 283.5], swingWeight: [250, 268] },
    over: ['band.average'],
    message:
      'A junior moving to a first adult frame, or a slight adult: 9 to 10 oz bare, swing weight 250 to about 268.',
    ...PRACTICE,
  },
  {
    id: 'band.average',
    sports: ['tennis'],
    when: {
      any: [
        { all: [adult, level('beginner', 'club')] },
        {
          all: [
            minor,
            { fact: 'age', atLeast: 13 },
            { fact: 'frameLengthCm', atLeast: SHORT_CM },
            level('beginner', 'club', 'strong'),
          ],
        },
      ],
    },
    effect: { kind: 'band', mass: [276, 291], swingWeight: [268, 285] },
    message:
      'An average adult, or a teenager moving to a second adult frame: about 10 oz bare, swing weight about 268 to 285.',
    ...PRACTICE,
  },
  {
    id: 'band.strong',
    sports: ['tennis'],
    when: {
      any: [
        { all: [adult, level('strong')] },
        {
          all: [
            minor,
            { fact: 'age', atLeast: 13 },
            { fact: 'frameLengthCm', atLeast: SHORT_CM },
            level('competition'),
          ],
        },
      ],
    },
    effect: { kind: 'band', mass: [283.5, null], swingWeight: [285, 300] },
    message: 'A strong adult or a competitive junior: above 10 oz bare, swing weight 285 to 300.',
    ...PRACTICE,
  },
  {
    id: 'band.high',
    sports: ['tennis'],
    when: { all: [adult, level('competition')] },
    effect: { kind: 'band', mass: [300, null], swingWeight: [300, null] },
    message: 'A high-level adult: well above 10 oz bare, swing weight above 300.',
    ...PRACTICE,
  },
  {
    id: 'band.veryStrong',
    sports: ['tennis'],
    when: {
      all: [adult, level('competition'), { fact: 'build', is: ['strong'] }, { fact: 'bareMassG', atLeast: 326 }],
    },
    effect: { kind: 'band', mass: [326, null], swingWeight: [300, null] },
    over: ['band.high'],
    message: 'A very strong adult raised on heavy frames: 11.5 oz bare and more, swing weight about 310.',
    ...PRACTICE,
  },
]

export const STYLE_RULES: readonly Rule[] = [
  {
    id: 'style.spin',
    sports: ['tennis'],
    when: { all: [{ fact: 'style', is: ['spin'] }, level('strong', 'competition')] },
    effect: { kind: 'cluster', swingWeight: 340, style: 'spin' },
    message: 'Whippy forehands gather near a strung swing weight of 340.',
    ...PRACTICE,
  },
  {
    id: 'style.flat',
    sports: ['tennis'],
    when: { all: [{ fact: 'style', is: ['flat'] }, level('strong', 'competition')] },
    effect: { kind: 'cluster', swingWeight: 360, style: 'flat' },
    message: 'Flat heavy hitters gather near a strung swing weight of 360.',
    ...PRACTICE,
  },
  {
    id: 'style.flatSides',
    sports: ['tennis'],
    when: { fact: 'style', is: ['flat'] },
    effect: { kind: 'school', school: 'sides' },
    message: 'Flat hitters like more of the mass at the sides.',
    ...PRACTICE,
    school: 'ceilingFirst',
  },
  {
    id: 'style.spinTip',
    sports: ['tennis'],
    when: { fact: 'style', is: ['spin'] },
    effect: { kind: 'school', school: 'ceilingFirst' },
    message: 'Spin players like little at the sides: keep it at the tip.',
    ...PRACTICE,
    school: 'ceilingFirst',
  },
  {
    id: 'ceiling.find',
    sports: ['tennis'],
    when: {
      all: [
        { fact: 'ceilingKnown', is: ['no'] },
        adult,
        { fact: 'hoursPerWeek', atLeast: 3 },
        { fact: 'lateInTen', below: 1 },
      ],
    },
    effect: { kind: 'school', school: 'ceilingFirst' },
    message:
      'No ceiling is known: 2 g at 12 o’clock and a normal session; still fresh, 2 g more; tired or late, one step back.',
    ...PRACTICE,
    school: 'ceilingFirst',
  },
  {
    id: 'mgri.low',
    sports: ['tennis'],
    when: { all: [adult, { fact: 'mgri', below: 20 }] },
    effect: { kind: 'school', school: 'mgri' },
    message: 'M·g·R/I is {mgri}; one school tunes it to 20 to 21 with mass near the hand.',
    ...PRACTICE,
    grade: 'thin',
    school: 'mgri',
  },
  {
    id: 'mgri.high',
    sports: ['tennis'],
    when: { all: [adult, { fact: 'mgri', over: 21 }] },
    effect: { kind: 'school', school: 'mgri' },
    message: 'M·g·R/I is {mgri}; one school tunes it to 20 to 21 with mass on the hoop.',
    ...PRACTICE,
    grade: 'thin',
    school: 'mgri',
  },
  {
    id: 'half.growing',
    sports: ['tennis', 'badminton', 'padel'],
    when: minor,
    effect: { kind: 'halfway' },
    message:
      'A growing player: half-way to the next frame’s weight and swing weight, the head for the swing weight, the handle for the rest.',
    ...PRACTICE,
  },
]

export const COMPLAINT_RULES: readonly Rule[] = [
  {
    id: 'complaint.twists',
    sports: 'all',
    when: { any: [complains('twists'), { fact: 'mishits', is: ['sides'] }] },
    effect: { kind: 'shift', quantity: 'twistWeight', direction: 1, place: 'threeNine', massG: 4 },
    message: 'Twists on hits off the axis: twist weight up, at 3 and 9.',
    ...PRACTICE,
  },
  {
    id: 'complaint.unsteady',
    sports: 'all',
    when: complains('unsteady'),
    effect: { kind: 'shift', quantity: 'recoilWeight', direction: 1, place: 'handle', massG: 5 },
    message: 'Unsteady on centred volleys: recoil weight up, 5 g in the handle.',
    ...PRACTICE,
    school: 'handleFirst',
  },
  {
    id: 'complaint.late',
    sports: 'all',
    when: { any: [complains('late'), { fact: 'lateInTen', atLeast: 1 }] },
    effect: { kind: 'shift', quantity: 'swingWeight', direction: -1, place: 'tip', massG: -2 },
    message:
      'Late: swing weight down one step, 2 g less at the tip. Late on one ball in ten is late enough to hurt an elbow.',
    ...PRACTICE,
  },
  {
    id: 'complaint.tired',
    sports: 'all',
    when: { any: [complains('tired'), { fact: 'tired', is: ['yes'] }] },
    effect: { kind: 'scale', share: -0.02 },
    message:
      'Tired: about 2 % down, from what was put on, in proportion to where it sits; else a lighter grip, strings or frame.',
    ...PRACTICE,
  },
  {
    id: 'complaint.weak',
    sports: 'all',
    when: complains('weak'),
    effect: { kind: 'shift', quantity: 'swingWeight', direction: 1, place: 'tenTwo', massG: 3 },
    message: 'Lacks weight through the ball: 10 and 2 are the middle way between power and steadiness.',
    ...PRACTICE,
  },
  {
    id: 'complaint.power',
    sports: ['tennis', 'badminton'],
    when: complains('power'),
    effect: { kind: 'advice' },
    message: 'Too much power: string 2 to 3 lb tighter before anything else.',
    ...PRACTICE,
  },
  {
    id: 'arm.strings',
    sports: ['tennis', 'badminton'],
    when: { fact: 'pain', is: ['past', 'now'] },
    effect: { kind: 'advice' },
    message: 'Stiff polyester or a high tension can be as hard on an arm as mass: ask about the strings first.',
    ...PRACTICE,
  },
  {
    id: 'arm.padel',
    sports: ['padel'],
    when: { any: [{ fact: 'pain', is: ['past', 'now'] }, complains('heavy')] },
    effect: { kind: 'advice' },
    message: 'Recent moves in padel: another frame, 20 to 25 g lighter, at the same ball speed.',
    ...PRACTICE,
  },
  {
    id: 'complaint.heavy',
    sports: 'all',
    when: complains('heavy'),
    effect: { kind: 'scale', share: -0.03 },
    message:
      'Too heavy overall: take off what was put on, in proportion to where it sits; else a lighter grip, strings or frame.',
    ...PRACTICE,
  },
]

export const SHAPE_RULES: readonly Rule[] = [
  {
    id: 'shape.beginner',
    sports: ['pickleball'],
    when: { all: [level('beginner'), { fact: 'cameFrom', is: ['nothing'] }] },
    effect: { kind: 'shape', prefer: ['hybrid'] },
    message: 'A beginner or an undecided player: a hybrid shape.',
    ...PRACTICE,
  },
  {
    id: 'shape.convert',
    sports: ['pickleball'],
    when: { fact: 'cameFrom', is: ['racket sport'] },
    effect: { kind: 'shape', prefer: ['hybrid', 'elongated'] },
    message: 'From another racket sport: hybrid or elongated.',
    ...PRACTICE,
  },
  {
    id: 'shape.tip',
    sports: ['pickleball'],
    when: { fact: 'mishits', is: ['tip'] },
    effect: { kind: 'shape', prefer: ['elongated', 'extra-long'] },
    message: 'Mishits at the tip: longer, the sweet spot moves up with length.',
    ...PRACTICE,
  },
  {
    id: 'shape.sides',
    sports: ['pickleball'],
    when: { fact: 'mishits', is: ['sides'] },
    effect: { kind: 'shape', prefer: ['standard', 'wide-body'] },
    message: 'Mishits at the sides: wider, twist weight falls with length.',
    ...PRACTICE,
  },
]

/** What speaks from the player and the frame, before there is a target. */
export const PLAYER_RULES: readonly Rule[] = [...BAND_RULES, ...STYLE_RULES, ...COMPLAINT_RULES, ...SHAPE_RULES]
