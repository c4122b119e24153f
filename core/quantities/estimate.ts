/**
 * A value with its uncertainty, in core units. `u` is half of U95, the half width of the 95 % interval: with many degrees of
 * freedom that is the standard uncertainty, with few readings it is a little more (Student), so that ± 2u covers 95 % either
 * way. It is propagated as a standard uncertainty is (source: gum, 5.1.2 and G.4).
 */
export interface Estimate {
  value: number
  u: number
}
