import { computed } from 'vue'
import { useAct } from '../../act'
import { api, data, Problem, type Rule, type RuleForm, type Sheet } from '../../api/client'
import type { Loaded } from '../../load'
import { useSession } from '../../session'
import type { Stations } from './choices'
import { restoring } from './restoring'
import { useUndo } from './undo'
import { must } from '../../parts/must'

/** What a rule says as it is drafted, or else as it is in force. */
export const shown = (rule: Rule): RuleForm => rule.draft ?? must(rule.inForce)

/** Whatever is done to a rule sheet, and how each of it is taken back. A deed is done when the sheet shows it. */
export function useDeeds(sheet: Loaded<Sheet>) {
  const session = useSession()
  const project = must(session.project).id
  const path = { params: { path: { project } } }
  const { busy, problem, act } = useAct(sheet.load)
  const { last, remember, undo } = useUndo(act)

  const all = computed(() => sheet.value.value?.rules ?? [])
  const projectRow = () => must(sheet.value.value).project
  const now = (id: number) => all.value.find((r) => r.id === id)
  const version = (id: number) => now(id)?.version ?? 0

  const add = async (rule: RuleForm, behind?: number) =>
    (await data(api.POST('/api/projects/{project}/rules', { ...path, body: { rule, behind } }))).id
  const putDraft = (id: number, rule: RuleForm) =>
    data(api.PUT('/api/rules/{id}/draft', { params: { path: { id } }, body: { version: version(id), rule } }))
  const removeDraft = (id: number) =>
    data(api.DELETE('/api/rules/{id}/draft', { params: { path: { id }, query: { version: version(id) } } }))
  const putOrder = (ids: number[]) => data(api.PUT('/api/projects/{project}/rules/order', { ...path, body: { ids } }))
  const putSwitch = (id: number, on: boolean) =>
    data(api.PUT('/api/rules/{id}/switch', { params: { path: { id } }, body: { version: version(id), on } }))
  const putProject = (stations: Stations) =>
    data(api.PUT('/api/projects/{project}/rules/project-draft', { ...path, body: { version: projectRow().version, stations } }))
  const removeProject = () =>
    data(
      api.DELETE('/api/projects/{project}/rules/project-draft', {
        params: { path: { project }, query: { version: projectRow().version } },
      }),
    )
  /** Puts an edition in force again, unless somebody has put in force anything else since. */
  const backTo = (edition: number) =>
    data(
      api.POST('/api/projects/{project}/sheet-editions/{edition}/return', {
        params: { path: { project, edition } },
        body: { seen: edition + 1 },
      }),
    )

  /** Takes a draft back, or puts one there again, unless another has drafted since. */
  const unlessAnothers = (row: () => Pick<Rule, 'drafted'> | undefined, back: () => Promise<unknown>) => async () => {
    const by = row()?.drafted?.by ?? must(session.me).name
    if (by !== must(session.me).name) throw new Problem(409, 'changed-meanwhile', `Not taken back: ${by} changed it in the meantime.`)
    await back()
  }

  /** Saves a rule as a draft, a new one behind another; gives its id, or nothing where that was refused. */
  async function save(form: RuleForm, rule?: Rule, behind?: number) {
    const before = rule?.draft
    let id = rule?.id ?? 0
    const done = await act(async () => (rule ? await putDraft(id, form) : (id = await add(form, behind))))
    if (!done) return undefined
    remember(
      `draft of “${form.name}”`,
      unlessAnothers(
        () => now(id),
        () => (before ? putDraft(id, before) : removeDraft(id)),
      ),
    )
    return id
  }

  async function dropDraft(rule: Rule) {
    const draft = must(rule.draft)
    if ((await act(() => removeDraft(rule.id))) && rule.editionInForce)
      remember(
        `draft of “${draft.name}” dropped`,
        unlessAnothers(
          () => now(rule.id),
          () => putDraft(rule.id, draft),
        ),
      )
  }

  async function turn(rule: Rule) {
    if (await act(() => putSwitch(rule.id, !rule.on)))
      remember(`“${shown(rule).name}” switched ${rule.on ? 'off' : 'on'}`, () => putSwitch(rule.id, rule.on))
  }

  async function remove(rule: Rule) {
    const { edition } = must(sheet.value.value)
    const form = shown(rule)
    const order = all.value.map((r) => r.id)
    if (!(await act(() => data(api.DELETE('/api/rules/{id}', { params: { path: { id: rule.id }, query: { version: rule.version } } })))))
      return
    if (!rule.editionInForce) remember(`“${form.name}” taken off the sheet`, () => addAgain(form, rule.id, order))
    else if (session.controls) remember(`“${form.name}” taken off the sheet`, () => backTo(edition))
  }

  /** A rule that was never in force, written again where it stood. */
  async function addAgain(form: RuleForm, was: number, order: number[]) {
    const id = await add(form, order[order.indexOf(was) - 1])
    if (session.controls && order[0] === was) await putOrder([id, ...all.value.map((r) => r.id).filter((r) => r !== was)])
  }

  async function duplicate(rule: Rule) {
    const form = { ...shown(rule), name: `${shown(rule).name} (copy)` }
    let id = 0
    if (await act(async () => (id = await add(form, rule.id)))) remember(`copy of “${shown(rule).name}”`, () => removeDraft(id))
  }

  /** Moves a rule right above or below another. */
  async function move(rule: number, where: 'above' | 'below', other: number) {
    const before = all.value.map((r) => r.id)
    if (!session.controls || rule === other || !before.includes(rule) || !before.includes(other)) return
    const ids = before.filter((id) => id !== rule)
    ids.splice(ids.indexOf(other) + (where === 'below' ? 1 : 0), 0, rule)
    if (ids.join() === before.join()) return
    if (await act(() => putOrder(ids))) remember('order', () => putOrder(before))
  }

  /** Puts drafts of rules in force together, and with them the drafted order or the project's draft; true if that was done. */
  async function putInForce(which: Rule[], order: boolean, projectToo: boolean) {
    const { edition } = must(sheet.value.value)
    const body = {
      rows: which.map((r) => ({ id: r.id, version: r.version })),
      order,
      project: projectToo ? projectRow().version : undefined,
    }
    const done = await act(() => data(api.POST('/api/projects/{project}/rules/putting-in-force', { ...path, body })))
    if (done && edition > 0 && session.controls) remember('putting in force', () => backTo(edition))
    return done
  }

  async function saveProject(stations: Stations) {
    const before = projectRow().draft
    const done = await act(() => putProject(stations))
    if (done)
      remember(
        'draft of what the project says',
        unlessAnothers(projectRow, () => (before ? putProject(before) : removeProject())),
      )
    return done
  }

  async function dropProject() {
    const draft = must(projectRow().draft)
    if (await act(removeProject))
      remember(
        'draft of what the project says dropped',
        unlessAnothers(projectRow, () => putProject(draft)),
      )
  }

  /** A file was read in over the drafts as they were before. */
  function taken(before: Sheet, file: string) {
    remember(`reading ${file}`, async () => {
      await sheet.load()
      const plan = restoring(before, must(sheet.value.value), must(session.me).name)
      for (const id of plan.drop) await removeDraft(id)
      for (const { id, form } of plan.drafts) await putDraft(id, form)
      if (plan.order) await putOrder(plan.order)
      if (plan.project) await (plan.project.stations ? putProject(plan.project.stations) : removeProject())
    })
    void sheet.load()
  }

  return {
    busy,
    problem,
    last,
    remember,
    undo,
    save,
    dropDraft,
    turn,
    remove,
    duplicate,
    move,
    putInForce,
    saveProject,
    dropProject,
    taken,
  }
}
