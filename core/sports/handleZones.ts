import type { Zone } from './profile.ts'

/** A sleeve shrunk on the handle, under the grip. @param capacityCm its longest, cm @param maxLayers sleeves over one another */
export const sleeveZone = (capacityCm: number, maxLayers: number): Zone => ({
  id: 'sleeve',
  name: 'Round the handle',
  place: 'sleeve',
  capacityCm,
  maxLayers,
  visible: false,
})

/** Inserts inside the butt cap. */
export const BUTT_CAP: Zone = {
  id: 'cap',
  name: 'Butt cap',
  place: 'spot',
  spot: { from: 'butt', cm: 1, offCm: 0 },
  capacityCm: 2,
  maxLayers: 1,
  visible: false,
}
