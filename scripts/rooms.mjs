/**
 * Checks the order of the rooms (.dependency-cruiser.cjs) and draws the picture of them in docs/architecture.md out of the
 * imports as they are. `--check` draws nothing and fails where the picture is not the one that would be drawn.
 */
import { execFileSync, spawnSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bin, ensureInstalled, root } from './ready.mjs'

const FOLDERS = [
  'core',
  'contract',
  'solver',
  'planner',
  'devices',
  'demo',
  'server',
  'web',
  'benchmarks',
  'e2e',
  'scripts',
]
const PICTURE = join(root, 'docs/architecture.md')
const [BEGIN, END] = ['<!-- rooms: drawn by npm run rooms -->\n', '<!-- rooms end -->']
/** Rooms that are drawn one by one; of the others the whole. */
const OPENED = ['core', 'server', 'web']
/** What stands beside the rooms and is in none. */
const LOOSE = /\.test\.ts$|\/fixtures\/|\/testing\/|^server\/[^/]+$|^core\/problem\.ts$|^contract\/planFile/

const roomOf = (file) => {
  const [top, next, ...rest] = file.split('/')
  return OPENED.includes(top) && rest.length > 0 ? `${top}/${next}` : top
}

/** Room to rooms that it imports from, tests left out. */
function edgesOf(modules) {
  const edges = new Map()
  for (const { source, dependencies } of modules) {
    if (LOOSE.test(source) || !FOLDERS.includes(source.split('/')[0])) continue
    for (const { resolved } of dependencies) {
      if (LOOSE.test(resolved) || !FOLDERS.includes(resolved.split('/')[0])) continue
      const [from, to] = [roomOf(source), roomOf(resolved)]
      if (from !== to) edges.set(from, (edges.get(from) ?? new Set()).add(to))
    }
  }
  return edges
}

/** Only the arrows that do not follow from others. */
function reduced(edges) {
  const beyond = (from, without) => {
    const seen = new Set()
    const open = [...(edges.get(from) ?? [])].filter((to) => to !== without)
    while (open.length > 0)
      for (const to of edges.get(open.pop()) ?? []) if (!seen.has(to)) open.push(to) && seen.add(to)
    return seen
  }
  return [...edges].flatMap(([from, all]) =>
    [...all]
      .filter((to) => ![...all].some((via) => via !== to && (edges.get(via)?.has(to) || beyond(via, null).has(to))))
      .map((to) => [from, to]),
  )
}

function pictureOf(edges, whole) {
  const id = (room) => room.replace(/\W/g, '_')
  const inside = (room) => room.startsWith(`${whole}/`)
  const rooms = [...new Set(edges.flat())].filter(inside).sort()
  const lines = edges.filter(([a, b]) => inside(a) && inside(b)).map(([a, b]) => `  ${id(a)} --> ${id(b)}`)
  return [
    '```mermaid',
    'flowchart TD',
    ...rooms.map((r) => `  ${id(r)}["${r.split('/').at(-1)}"]`),
    ...lines.sort(),
    '```',
  ].join('\n')
}

function topPicture(modules) {
  const edges = new Map()
  for (const [from, all] of edgesOf(modules))
    for (const to of all) {
      const [a, b] = [from.split('/')[0], to.split('/')[0]]
      if (a !== b) edges.set(a, (edges.get(a) ?? new Set()).add(b))
    }
  const lines = reduced(edges).map(([a, b]) => `  ${a} --> ${b}`)
  return ['```mermaid', 'flowchart TD', ...lines.sort(), '```'].join('\n')
}

ensureInstalled()
const check = process.argv.includes('--check')
const cruise = [bin('depcruise'), ['--config', '.dependency-cruiser.cjs', ...FOLDERS]]
if (spawnSync(cruise[0], cruise[1], { cwd: root, stdio: 'inherit' }).status !== 0) process.exit(1)
const found = JSON.parse(
  execFileSync(cruise[0], [...cruise[1], '--output-type', 'json', '--no-progress'], {
    cwd: root,
    maxBuffer: 2 ** 28,
    encoding: 'utf8',
  }),
)
const edges = reduced(edgesOf(found.modules))
const parts = [
  ['The house', topPicture(found.modules)],
  ['The core', pictureOf(edges, 'core')],
  ['The server', pictureOf(edges, 'server')],
  ['The pages', pictureOf(edges, 'web')],
]
const drawn = parts.map(([name, picture]) => `**${name}**\n\n${picture}\n`).join('\n')
const text = readFileSync(PICTURE, 'utf8')
const [from, to] = [text.indexOf(BEGIN), text.indexOf(END)]
if (from < 0 || to < from) throw new Error('docs/architecture.md has no place for the picture of the rooms')
const next = `${text.slice(0, from + BEGIN.length)}\n${drawn}\n${text.slice(to)}`
if (check) {
  if (next !== text) {
    console.error('The picture of the rooms in docs/architecture.md is an old one: npm run rooms draws it anew.')
    process.exit(1)
  }
} else writeFileSync(PICTURE, next)
