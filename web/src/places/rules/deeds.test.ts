import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Problem, type Rule, type RuleForm, type Sheet } from '../../api/client'
import { useLoaded } from '../../load'
import { useDeeds } from './deeds'

type Call = { how: string; url: string; path: Record<string, number>; body: Record<string, unknown> & { rule?: RuleForm; ids?: number[] } }
const MIRELA = 'Mirela Draganova'

/** A sheet as the server keeps it: drafts with versions, an edition that counts up. */
class Kept {
  calls: Call[] = []
  refuse?: string
  edition = 5
  rules: Rule[] = []

  rule(id: number, name: string, draft?: string): Rule {
    const form = (called: string) =>
      ({ kind: 'HANDLING', name: called, description: '', places: [], conditions: [], stations: {}, copies: [] }) as RuleForm
    return {
      id,
      on: true,
      editionInForce: 1,
      inForce: form(name),
      draft: draft ? form(draft) : undefined,
      drafted: draft ? { by: MIRELA, at: '' } : undefined,
      words: {},
      findings: [],
      fitted: 0,
      version: 1,
    } as unknown as Rule
  }

  answer(how: string, url: string, path: Call['path'], body: Call['body']): unknown {
    if (how !== 'GET') this.calls.push({ how, url, path, body })
    if (how !== 'GET' && this.refuse) throw new Problem(409, 'refused', this.refuse)
    const its = this.rules.find((r) => r.id === path.id)
    if (url.endsWith('/draft') && its) {
      its.draft = how === 'PUT' ? body.rule : undefined
      its.drafted = its.draft && { by: MIRELA, at: '' }
      its.version++
      if (!its.draft && !its.editionInForce) this.rules = this.rules.filter((r) => r !== its)
    } else if (url.endsWith('/switch')) {
      its!.on = body.on as boolean
    } else if (url.endsWith('/order')) {
      this.rules = body.ids!.map((id) => this.rules.find((r) => r.id === id)!)
    } else if (how === 'POST' && url.endsWith('/rules')) {
      const added = {
        ...this.rule(Math.max(...this.rules.map((r) => r.id)) + 1, '', body.rule!.name),
        inForce: undefined,
        editionInForce: 0,
      } as unknown as Rule
      const behind = this.rules.findIndex((r) => r.id === body.behind)
      this.rules.splice(behind < 0 ? this.rules.length : behind + 1, 0, added)
      return { id: added.id }
    } else if (how === 'DELETE' && its) {
      this.rules = this.rules.filter((r) => r !== its)
    }
    return JSON.parse(
      JSON.stringify({ edition: this.edition, reordered: false, rules: this.rules, project: { version: 3, inForce: {}, words: {} } }),
    )
  }
}

let kept: Kept
vi.mock('../../session', () => ({
  useSession: () => ({ project: { id: 1 }, me: { name: 'Mirela Draganova', person: 7 }, controls: true }),
}))
vi.mock('../../api/client', () => {
  const call = (how: string) => async (url: string, options: { params: { path: Call['path'] }; body?: Call['body'] }) =>
    kept.answer(how, url, options.params.path, options.body ?? {})
  return {
    api: { GET: call('GET'), PUT: call('PUT'), POST: call('POST'), DELETE: call('DELETE') },
    data: (answer: unknown) => answer,
    Problem: class extends Error {
      constructor(
        readonly status: number,
        readonly type: string,
        sentence: string,
      ) {
        super(sentence)
      }
    },
  }
})

const names = () => kept.rules.map((r) => r.draft?.name ?? r.inForce?.name)
async function begin() {
  const sheet = useLoaded(async () => kept.answer('GET', '/sheet', {}, {}) as Sheet)
  await sheet.load()
  return { ...useDeeds(sheet), row: (id: number) => sheet.value.value!.rules.find((r) => r.id === id)!, sheet }
}
const form = (name: string) =>
  ({ kind: 'HANDLING', name, description: '', places: [], conditions: [], stations: {}, copies: [] }) as RuleForm

describe('what is done to the sheet', () => {
  beforeEach(() => {
    kept = new Kept()
    kept.rules = [kept.rule(1, 'Drawings'), kept.rule(2, 'Reports'), kept.rule(3, 'Letters')]
  })

  it('adds a rule behind another and takes it back', async () => {
    const deeds = await begin()
    expect(await deeds.save(form('Photographs'), undefined, 1)).toBe(4)
    expect(names()).toEqual(['Drawings', 'Photographs', 'Reports', 'Letters'])
    await deeds.undo()
    expect([names(), deeds.last.value]).toEqual([['Drawings', 'Reports', 'Letters'], undefined])
  })

  it('takes a draft back to the one before it, step by step', async () => {
    const deeds = await begin()
    await deeds.save(form('All drawings'), deeds.row(1))
    await deeds.save(form('All drawings of the weir'), deeds.row(1))
    expect([names()[0], deeds.row(1).version]).toEqual(['All drawings of the weir', 3])
    await deeds.undo()
    expect(names()[0]).toBe('All drawings')
    await deeds.undo()
    expect([names()[0], deeds.row(1).draft]).toEqual(['Drawings', undefined])
  })

  it('takes nothing back over what another drafted meanwhile, and says who', async () => {
    const deeds = await begin()
    await deeds.save(form('All drawings'), deeds.row(1))
    Object.assign(kept.rules[0]!, { draft: form('Drawings only'), drafted: { by: 'Aoife Ní Raghnaill', at: '' } })
    await deeds.sheet.load()
    await deeds.undo()
    expect([names()[0], deeds.problem.value?.message]).toEqual([
      'Drawings only',
      'Not taken back: Aoife Ní Raghnaill changed it in the meantime.',
    ])
    expect(deeds.last.value).toBe('draft of “All drawings”')
  })

  it('remembers nothing that was refused', async () => {
    const deeds = await begin()
    kept.refuse = 'The sheet was changed.'
    expect(await deeds.save(form('All drawings'), deeds.row(1))).toBeUndefined()
    await deeds.turn(deeds.row(1))
    await deeds.move(1, 'below', 2)
    expect([deeds.last.value, deeds.problem.value?.message, names()]).toEqual([
      undefined,
      'The sheet was changed.',
      ['Drawings', 'Reports', 'Letters'],
    ])
  })

  it('writes a rule that was never in force again where it stood, and one that was by going back', async () => {
    kept.rules[0] = { ...kept.rule(1, '', 'Only drafted'), inForce: undefined, editionInForce: 0 } as unknown as Rule
    const deeds = await begin()
    await deeds.remove(deeds.row(1))
    expect(names()).toEqual(['Reports', 'Letters'])
    await deeds.undo()
    expect(names()).toEqual(['Only drafted', 'Reports', 'Letters'])
    await deeds.remove(deeds.row(2))
    await deeds.undo()
    expect(kept.calls.at(-1)).toMatchObject({
      url: '/api/projects/{project}/sheet-editions/{edition}/return',
      path: { edition: 5 },
      body: { seen: 6 },
    })
  })

  it('moves a rule right above or below another, not to where it is, and back', async () => {
    const deeds = await begin()
    await deeds.move(1, 'above', 2)
    await deeds.move(3, 'below', 2)
    await deeds.move(1, 'above', 1)
    await deeds.move(1, 'above', 99)
    expect(kept.calls).toEqual([])
    await deeds.move(1, 'below', 3)
    expect(names()).toEqual(['Reports', 'Letters', 'Drawings'])
    await deeds.move(1, 'above', 3)
    expect(names()).toEqual(['Reports', 'Drawings', 'Letters'])
    await deeds.undo()
    await deeds.undo()
    expect(names()).toEqual(['Drawings', 'Reports', 'Letters'])
  })

  it('puts in force what was seen, and no more than was meant', async () => {
    const deeds = await begin()
    await deeds.save(form('All drawings'), deeds.row(1))
    expect(await deeds.putInForce([deeds.row(1)], false, false)).toBe(true)
    expect(kept.calls.at(-1)?.body).toEqual({ rows: [{ id: 1, version: 2 }], order: false, project: undefined })
    await deeds.putInForce([], true, true)
    expect(kept.calls.at(-1)?.body).toEqual({ rows: [], order: true, project: 3 })
    await deeds.undo()
    expect(kept.calls.at(-1)).toMatchObject({ path: { edition: 5 }, body: { seen: 6 } })
  })

  it('duplicates and switches, and takes both back', async () => {
    const deeds = await begin()
    await deeds.duplicate(deeds.row(2))
    await deeds.turn(deeds.row(2))
    expect([names(), deeds.row(2).on]).toEqual([['Drawings', 'Reports', 'Reports (copy)', 'Letters'], false])
    await deeds.undo()
    await deeds.undo()
    expect([names(), deeds.row(2).on]).toEqual([['Drawings', 'Reports', 'Letters'], true])
  })
})
