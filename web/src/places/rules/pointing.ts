import { ref, watch, type Ref } from 'vue'
import type { Rule } from '../../api/client'
import { must } from '../../parts/must'
import { COLUMNS, type Column } from './columns'

/**
 * The row and the column the keys work on, and moving rows past those that are shown.
 *
 * @param rows the rules that are shown, in their order
 * @param move moves a rule right above or below another
 */
export function usePointing(rows: Ref<Rule[]>, move: (rule: number, where: 'above' | 'below', other: number) => unknown) {
  const at = ref(0)
  const column = ref<Column>('which')
  /** The row that is being dragged, by its rule. */
  const dragged = ref<number>()
  let pointedAt: number | undefined

  function point(i: number) {
    at.value = Math.max(0, Math.min(rows.value.length - 1, i))
    pointedAt = rows.value[at.value]?.id
  }
  /** It is the same rule wherever that goes, and what is in its place once it is gone. */
  function follow() {
    const i = rows.value.findIndex((r) => r.id === pointedAt)
    point(i >= 0 ? i : at.value)
  }
  watch(rows, follow)
  function pointTo(rule: number) {
    pointedAt = rule
    follow()
  }
  function go(by: number) {
    point(at.value + by)
    document.getElementById(`rule-${rows.value[at.value]?.id}`)?.scrollIntoView({ block: 'nearest' })
  }
  function across(by: number) {
    const columns = COLUMNS.slice(1)
    const i = columns.findIndex((c) => c.key === column.value) + by
    column.value = must(columns[Math.max(0, Math.min(columns.length - 1, i))]).key
  }
  const here = () => rows.value[at.value]
  /** Past the row that is shown before or behind it, though others that are not shown lie between. */
  function moveBy(i: number, by: 1 | -1) {
    const [rule, other] = [rows.value[i], rows.value[i + by]]
    if (rule && other) void move(rule.id, by < 0 ? 'above' : 'below', other.id)
  }
  function dropOn(i: number) {
    const other = rows.value[i]
    const from = rows.value.findIndex((r) => r.id === dragged.value)
    if (dragged.value !== undefined && other) void move(dragged.value, from < i ? 'below' : 'above', other.id)
    dragged.value = undefined
  }
  return { at, column, dragged, point, pointTo, go, across, here, moveBy, dropOn }
}
