/**
 * The first of some numbers, times a sign never falling, that is so much or more; `to` where none is.
 * @param from the first that is looked at  @param to the one after the last
 * @example firstAt([9, 1, 2, 2, 4], 1, 1, 5, 2) // 2
 * @example firstAt([-1, -2, -4], -1, 0, 3, 2) // 1
 */
export function firstAt(each: ArrayLike<number>, sign: number, from: number, to: number, v: number): number {
  while (from < to) {
    const middle = (from + to) >> 1
    if (sign * each[middle] >= v) to = middle
    else from = middle + 1
  }
  return from
}

/**
 * The first of them that is more; `to` where none is.
 * @example firstOver([9, 1, 2, 2, 4], 1, 1, 5, 2) // 4
 * @example firstOver([1, 2, 2], 1, 0, 3, 2) // 3
 */
export function firstOver(each: ArrayLike<number>, sign: number, from: number, to: number, v: number): number {
  while (from < to) {
    const middle = (from + to) >> 1
    if (sign * each[middle] > v) to = middle
    else from = middle + 1
  }
  return from
}
