import type { Folder } from '../../api/client'

/** A folder in the tree with what is below it. */
export interface Branch {
  folder: Folder
  depth: number
  children: Branch[]
}

const STATE_WORDS = { WORK_IN_PROGRESS: 'wip', SHARED: 'shared', PUBLISHED: 'publ', ARCHIVE: 'arch' }

const STATE_NAMES = { WORK_IN_PROGRESS: 'Work in progress', SHARED: 'Shared', PUBLISHED: 'Published', ARCHIVE: 'Archive' }

/** The whole name of an information state. */
export function stateName(state: Folder['state']): string {
  return STATE_NAMES[state]
}

/** The short word on the band of a folder. */
export function stateWord(state: Folder['state']): string {
  return STATE_WORDS[state]
}

const STATES = Object.keys(STATE_WORDS)
const ORDER = new Intl.Collator('en', { numeric: true, sensitivity: 'base' })
/** Folders in the order of the work, those of one state by their names as people count them: 2 before 15. */
const inOrder = (a: Branch, b: Branch) =>
  STATES.indexOf(a.folder.state) - STATES.indexOf(b.folder.state) || ORDER.compare(a.folder.name, b.folder.name)

/** Puts folders, given parents first, into their tree; those whose parent may not be seen stand at the top. */
export function grow(folders: readonly Folder[]): Branch[] {
  const byId = new Map<number, Branch>()
  const top: Branch[] = []
  for (const folder of folders) {
    const parent = folder.parent === undefined ? undefined : byId.get(folder.parent)
    const branch: Branch = { folder, depth: parent ? parent.depth + 1 : 0, children: [] }
    byId.set(folder.id, branch)
    if (parent) parent.children.push(branch)
    else top.push(branch)
  }
  byId.forEach((branch) => branch.children.sort(inOrder))
  return top.sort(inOrder)
}

/** The branches as they stand below each other, those inside closed ones left out. */
export function visible(top: readonly Branch[], closed: ReadonlySet<number>): Branch[] {
  return top.flatMap((branch) => [branch, ...(closed.has(branch.folder.id) ? [] : visible(branch.children, closed))])
}

/** From so many folders on, a tree begins closed but for the way to the folder one stands in. */
const MANY = 200

/** The folders that are closed when a tree is first shown. */
export function closedAtFirst(folders: readonly Folder[], at?: number): Set<number> {
  if (folders.length < MANY) return new Set()
  const parents = new Map(folders.map((f) => [f.id, f.parent]))
  const way = new Set<number>()
  for (let id = at; id !== undefined; id = parents.get(id)) way.add(id)
  return new Set(folders.filter((f) => f.parent !== undefined && !way.has(f.id)).map((f) => f.id))
}

/** Folders whose name or path has every word of the text in it, at most so many. */
export function foundFolders(folders: readonly Folder[], text: string, most = 50): Folder[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  return folders.filter((f) => words.every((w) => f.path.toLowerCase().includes(w))).slice(0, most)
}
