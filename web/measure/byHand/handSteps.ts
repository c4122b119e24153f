import type { HandMethod } from './useHandMethod.ts'

/** What hands do, one thing after another. */
export const HAND_STEPS: Record<HandMethod, string[]> = {
  'balance-edge': [
    'Lay the frame across a thin edge, face up.',
    'Roll it a little at a time towards the head until it drops; note the place on the edge.',
    'Roll it back until it drops the other way; note again. Three pairs make a good reading.',
  ],
  'balance-support': [
    'Lay the butt end on a fixed edge and the head on a knife on the scale, level.',
    'Take the scale’s zero with the knife on it, then read it with the frame.',
  ],
  pendulum: [
    'Hang the frame from a pin near the butt, free to swing through the plane of the face.',
    'Pull it a hand’s breadth aside and let go without a push; wait for two swings.',
    'Time twenty swings or more.',
  ],
  'twist-threads': [
    'Hang the frame upright on two equal threads, one each side of the long axis.',
    'Turn it about the long axis by 10° and let go; no swaying.',
    'Time twenty turns or more.',
  ],
  'twist-swings': [
    'On one pin: time it swinging in the plane of the face (edge-on).',
    'Turn the pin by 90° and time it swinging through the face (face-on).',
    'A small difference of large numbers: time both as long as you can.',
  ],
}
