import { afterEach, expect, it, vi } from 'vitest'
import { defineComponent, ref } from 'vue'
import { playServer, shown } from '../../testing'
import { useLooking } from './looking'

afterEach(() => vi.unstubAllGlobals())

const LOOKS = 'POST /api/projects/3/rules/looks'
const found = (sentence: string) => ({ findings: [{ sentence, error: true }], words: {} })

it('is of the rule as it is when that is asked for, though an older look is under way', async () => {
  let answerTheOlder: (answer?: unknown) => void = () => {}
  const answers: Record<string, unknown> = { [LOOKS]: new Promise((answer) => (answerTheOlder = answer)) }
  const calls = playServer(answers)
  const rule = ref({ name: 'Drawings' })
  let looking: ReturnType<typeof useLooking> | undefined
  await shown(
    defineComponent(() => {
      looking = useLooking(
        rule,
        () => 3,
        () => ({ rule: rule.value }) as never,
      )
      return () => undefined
    }),
  )
  const before = looking?.again()
  rule.value.name = 'Sketches'
  answers[LOOKS] = found('Sketches have no route.')
  await looking?.now()
  expect(looking?.answer.value?.findings.map((f) => f.sentence)).toEqual(['Sketches have no route.'])
  answerTheOlder(found('Drawings have no route.'))
  await before
  expect(looking?.answer.value?.findings.map((f) => f.sentence)).toEqual(['Sketches have no route.'])
  expect(calls.filter((c) => c.what === LOOKS).map((c) => (c.body as { rule: { name: string } }).rule.name)).toEqual([
    'Drawings',
    'Sketches',
  ])
})
