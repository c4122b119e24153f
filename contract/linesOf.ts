/** Words broken into lines of so many letters. */
export function linesOf(words: string, letters: number): string[] {
  const lines: string[] = []
  for (const word of words.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && last.length + 1 + word.length <= letters) lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines
}
