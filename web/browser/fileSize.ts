const MOST_MB = 48

/** What is wrong with the size of a file, before it is read; empty when nothing is. */
export const tooLarge = (file: File): string =>
  file.size > MOST_MB * 1024 * 1024
    ? `${file.name} has ${Math.round(file.size / 1048576)} MB; ${MOST_MB} MB can be taken in. Nothing was read.`
    : ''
