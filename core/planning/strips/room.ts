/** Room for the numbers of one descent, taken by the next when it is done: a search makes thousands. Numbers by place and direction lie place after place. */
export class Room {
  /** What the ways that were chosen from a place on add at least and at most. */
  low = new Float64Array()
  high = new Float64Array()
  /** What the places before one bring along each direction at least and at most. */
  lowBefore = new Float64Array()
  highBefore = new Float64Array()
  /** Sums of the patterns that were picked. */
  along = new Float64Array()
  /** Along each direction: how far off a plan may lie. */
  half = new Float64Array()
  /** What the places before one ask, whichever way strips are laid there: minutes, flags, kinds of material, and whether any is cut. */
  minutesBefore = new Float64Array()
  flagsBefore = new Int32Array()
  kindsBefore = new Int32Array()
  cutBefore = new Int32Array()

  /** Makes room for so many places along so many directions; what was in it is lost. */
  fit(places: number, directions: number): this {
    if (this.minutesBefore.length <= places) {
      this.minutesBefore = new Float64Array(places + 1)
      this.flagsBefore = new Int32Array(places + 1)
      this.kindsBefore = new Int32Array(places + 1)
      this.cutBefore = new Int32Array(places + 1)
    }
    const size = (places + 1) * directions
    if (this.low.length >= size) return this
    this.low = new Float64Array(size)
    this.high = new Float64Array(size)
    this.lowBefore = new Float64Array(size)
    this.highBefore = new Float64Array(size)
    this.along = new Float64Array(size)
    this.half = new Float64Array(size)
    return this
  }
}
