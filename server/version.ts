import about from '../package.json' with { type: 'json' }

/** Of this Kevro. */
export const VERSION: string = about.version
