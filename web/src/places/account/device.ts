import { must } from '../../parts/must'
/**
 * A browser and what it runs on, from how it introduces itself (RFC 9110, 10.1.5): the product it names last that is not a mere echo
 * of its engine, and the system in the first brackets. All of it where it does not speak so.
 */
export function deviceInWords(agent: string): string {
  const products = [...agent.matchAll(/([A-Za-z]+)\/([\d.]+)/g)].map((m) => ({ name: must(m[1]), version: must(m[2]) }))
  const system = /\(([^;)]+)(?:;\s*([^;)]+))?/.exec(agent)
  if (products.length < 2 || !system) return agent || 'not known'
  const engine = must(products[1])
  const own =
    products
      .slice(2)
      .filter((p) => p.version !== engine.version)
      .at(-1) ?? must(products.at(-1))
  return `${own.name} ${own.version.split('.')[0]} on ${system[1] === 'X11' && system[2] ? system[2] : system[1]}`
}
