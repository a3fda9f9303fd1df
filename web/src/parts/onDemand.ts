import { defineAsyncComponent, h, type Component } from 'vue'
import { NOT_LOADED } from '../lostWay'

/** A part of a place that is loaded when somebody first wants it; where it cannot be, that is said in its stead. */
export function onDemand<T extends Component>(load: () => Promise<{ default: T }>): T {
  return defineAsyncComponent({
    loader: () => load().then((part) => part.default),
    errorComponent: () => h('p', { class: 'note bad', role: 'alert' }, `This could not be loaded. ${NOT_LOADED} Load the page again.`),
  } as never)
}
