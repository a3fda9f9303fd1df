import { definePreset } from '@primeuix/themes'
import Aura from '@primeuix/themes/aura'

/** Our tokens laid over PrimeVue's styled mode; the values themselves stand in tokens.css. */
const ink = { color: 'var(--ink)', mutedColor: 'var(--quiet)', hoverColor: 'var(--ink)', hoverMutedColor: 'var(--ink-2)' }
const scheme = {
  primary: { color: 'var(--main)', contrastColor: 'var(--main-ink)', hoverColor: 'var(--main)', activeColor: 'var(--main)' },
  highlight: { background: 'var(--main-soft)', focusBackground: 'var(--main-soft)', color: 'var(--ink)', focusColor: 'var(--ink)' },
  text: ink,
  content: {
    background: 'var(--sheet)',
    hoverBackground: 'var(--shade)',
    borderColor: 'var(--line)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
  },
  formField: {
    background: 'var(--sheet)',
    borderColor: 'var(--line-strong)',
    hoverBorderColor: 'var(--ink-2)',
    focusBorderColor: 'var(--main)',
    color: 'var(--ink)',
    placeholderColor: 'var(--quiet)',
    iconColor: 'var(--quiet)',
    shadow: 'none',
  },
  overlay: {
    select: { background: 'var(--sheet)', borderColor: 'var(--line-strong)', color: 'var(--ink)' },
    popover: { background: 'var(--sheet)', borderColor: 'var(--line-strong)', color: 'var(--ink)' },
  },
}

export const preset = definePreset(Aura, {
  primitive: { borderRadius: { xs: '2px', sm: '2px', md: '2px', lg: '2px', xl: '2px' } },
  semantic: {
    formField: { paddingX: '7px', paddingY: '3px', borderRadius: '2px' },
    colorScheme: { light: scheme, dark: scheme },
  },
})
