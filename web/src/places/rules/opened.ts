import { computed, nextTick, ref, type Ref } from 'vue'
import type { Rule, RuleForm } from '../../api/client'
import { must } from '../../parts/must'
import { useSession } from '../../session'
import { emptyRule, type Station, type Stations } from './choices'
import type { Column } from './columns'
import { shown } from './deeds'
import { forgetWriting, keepWriting, writingKey, writings } from './writing'

/**
 * What is open on the sheet to be written, and what was being written and is not saved.
 *
 * @param all the rules of the sheet
 * @param projectStations what the project says, as it is drafted or in force
 * @param remember what was done, and how it is taken back
 */
export function useOpened(
  all: Ref<Rule[]>,
  projectStations: Ref<Stations>,
  remember: (what: string, back: () => Promise<unknown>) => void,
) {
  const session = useSession()
  const project = must(session.project).id
  const open = ref<number | 'new' | 'project'>()
  const openColumn = ref<Column>()
  const newKind = ref<RuleForm['kind']>('HANDLING')
  /** The rule a new one comes after; nothing for the end of the sheet. */
  const newBehind = ref<number>()

  /** What is being written is kept until it is saved or dropped: a rule by its id, a new one by its kind, or the project's word. */
  const writing = (what: number | 'project' | RuleForm['kind']) => writingKey(must(session.me).account, project, String(what))
  const unsaved = computed(() =>
    writings<RuleForm>(must(session.me).account, project)
      .filter((w) => w.what !== String(open.value === 'new' ? newKind.value : open.value))
      .flatMap((w) => {
        const its = all.value.find((r) => String(r.id) === w.what)
        if (w.what === 'project') return session.controls ? [{ name: 'what the project says', open: () => openProject() }] : []
        if (w.what === 'HANDLING' || w.what === 'WATCHING')
          return [
            {
              name: `${w.form.name ? `“${w.form.name}”` : 'a rule without a name'}, not on the sheet yet`,
              open: () => add(w.what as RuleForm['kind'], all.value.at(-1)?.id),
            },
          ]
        return its ? [{ name: `“${shown(its).name}”`, open: () => show(its.id) }] : []
      }),
  )

  /** Leaves a rule as it was; what was written can be brought back. */
  function leave(written: RuleForm, rule?: Rule) {
    leaving(rule?.id ?? written.kind, written, rule ? shown(rule) : emptyRule(written.kind), `“${written.name}”`, () => {
      newKind.value = written.kind
      open.value = rule?.id ?? 'new'
    })
  }
  const leaveProject = (written: Stations) =>
    leaving('project', written, projectStations.value, 'what the project says', () => (open.value = 'project'))

  function leaving<T>(what: number | 'project' | RuleForm['kind'], written: T, there: T, name: string, reopen: () => void) {
    forgetWriting(writing(what))
    open.value = undefined
    if (JSON.stringify(written) === JSON.stringify(there)) return
    remember(`leaving ${name} as it was`, async () => {
      keepWriting(writing(what), written, there)
      reopen()
    })
  }

  const projectOpen = ref<Station | 'untaken'>()
  function openProject(station?: Station | 'untaken') {
    open.value = open.value === 'project' && (!station || station === projectOpen.value) ? undefined : 'project'
    projectOpen.value = station
    if (open.value) void nextTick(() => document.querySelector('.project-editor')?.scrollIntoView({ block: 'nearest' }))
  }
  function show(id: number | 'new' | undefined, which?: Column) {
    open.value = open.value === id && !which ? undefined : id
    openColumn.value = which
  }
  function add(kind: RuleForm['kind'], behind?: number) {
    newKind.value = kind
    newBehind.value = behind
    show('new')
  }

  return { open, openColumn, newKind, newBehind, projectOpen, writing, unsaved, show, add, openProject, leave, leaveProject }
}
