/** What is wrapped round the handle under the overgrips. */
export const GRIP_KINDS = ['none', 'base', 'leather', 'synthetic'] as const
export type GripKind = (typeof GRIP_KINDS)[number]

/**
 * What mass comes as: tape on the frame, fill inside it, a sleeve shrunk on the handle, a weight of fixed mass (a screw-in
 * module, an insert, a dampener), a string bed, a grip, an overgrip. `off` is what is on the frame and may come off.
 */
export const STOCKED_KINDS = ['tape', 'fill', 'sleeve', 'weight', 'strings', 'grip', 'overgrip'] as const
export type StockedKind = (typeof STOCKED_KINDS)[number]

/** What is assumed of ball, face and stroke; shown beside every map. */
export interface ImpactAssumptions {
  ballG: number
  /** Coefficient of restitution of the ball on the face with the head held. */
  restitution: number
  /** Ball speed towards the player, m/s. */
  incomingMS: number
  /** Speed of the head's middle with the frame as it is now, m/s. */
  headMS: number
  /** Where the frame turns about in the stroke, cm from the butt; negative is up the arm. */
  pivotCm: number
  /** ω ∝ S^(−n) at equal effort. */
  effort: number
}
