import { definePreset } from '@primeuix/themes'
import Aura from '@primeuix/themes/aura'

const scale = (name: string) =>
  Object.fromEntries(
    [50, 100, 200, 300, 400, 500, 600, 700, 800, 900, 950].map((step) => [step, `var(--${name})`]),
  )

/** One scheme for both modes: every colour is a token of tokens.css, which has a light and a dark value. */
const colours = {
  primary: {
    color: 'var(--harbour)',
    contrastColor: 'var(--on-harbour)',
    hoverColor: 'color-mix(in srgb, var(--harbour) 86%, var(--ink))',
    activeColor: 'color-mix(in srgb, var(--harbour) 76%, var(--ink))',
  },
  highlight: {
    background: 'var(--harbour-soft)',
    focusBackground: 'var(--harbour-soft)',
    color: 'var(--ink)',
    focusColor: 'var(--ink)',
  },
  surface: {
    0: 'var(--surface)',
    50: 'var(--paper)',
    100: 'var(--paper)',
    200: 'var(--line)',
    300: 'var(--line)',
    400: 'var(--muted)',
    500: 'var(--muted)',
    600: 'var(--muted)',
    700: 'var(--ink)',
    800: 'var(--ink)',
    900: 'var(--ink)',
    950: 'var(--ink)',
  },
  text: {
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
    mutedColor: 'var(--muted)',
    hoverMutedColor: 'var(--muted)',
  },
  content: {
    background: 'var(--surface)',
    hoverBackground: 'var(--paper)',
    borderColor: 'var(--line)',
    color: 'var(--ink)',
    hoverColor: 'var(--ink)',
  },
  overlay: {
    select: { background: 'var(--surface)', borderColor: 'var(--line)', color: 'var(--ink)' },
    popover: { background: 'var(--surface)', borderColor: 'var(--line)', color: 'var(--ink)' },
    modal: { background: 'var(--surface)', borderColor: 'var(--line)', color: 'var(--ink)' },
  },
  formField: {
    background: 'var(--surface)',
    disabledBackground: 'var(--paper)',
    borderColor: 'color-mix(in srgb, var(--muted) 70%, var(--surface))',
    hoverBorderColor: 'var(--muted)',
    focusBorderColor: 'var(--harbour)',
    color: 'var(--ink)',
    placeholderColor: 'var(--muted)',
    iconColor: 'var(--muted)',
    shadow: 'none',
    floatLabelColor: 'var(--muted)',
    invalidBorderColor: 'var(--brick)',
  },
  list: {
    option: {
      focusBackground: 'var(--paper)',
      selectedBackground: 'var(--harbour-soft)',
      selectedFocusBackground: 'var(--harbour-soft)',
      color: 'var(--ink)',
      focusColor: 'var(--ink)',
      selectedColor: 'var(--ink)',
      selectedFocusColor: 'var(--ink)',
    },
  },
  navigation: {
    item: { focusBackground: 'var(--paper)', color: 'var(--ink)', focusColor: 'var(--ink)' },
  },
}
const note = (name: string) => ({
  background: `var(--${name}-soft)`,
  borderColor: `var(--${name})`,
  color: 'var(--ink)',
  detailColor: 'var(--ink)',
  shadow: 'none',
})
const toggle = {
  root: {
    background: 'var(--paper)',
    checkedBackground: 'var(--paper)',
    hoverBackground: 'var(--paper)',
    borderColor: 'var(--line)',
    checkedBorderColor: 'var(--line)',
    color: 'var(--muted)',
    hoverColor: 'var(--ink)',
    checkedColor: 'var(--ink)',
  },
  content: { checkedBackground: 'var(--surface)', checkedShadow: 'none' },
}
const dropdown = {
  dropdown: {
    background: 'var(--paper)',
    hoverBackground: 'var(--harbour-soft)',
    activeBackground: 'var(--harbour-soft)',
    color: 'var(--muted)',
    hoverColor: 'var(--ink)',
    activeColor: 'var(--ink)',
  },
}
/** The switch stands on the header, which is dark in both schemes. */
const headerSwitch = {
  root: {
    background: '#56666b',
    hoverBackground: '#65767b',
    checkedBackground: '#47713b',
    checkedHoverBackground: '#528046',
  },
  handle: {
    background: '#f6f3ec',
    hoverBackground: '#ffffff',
    checkedBackground: '#ffffff',
    checkedHoverBackground: '#ffffff',
  },
}
const notes = {
  info: note('harbour'),
  success: note('moss'),
  warn: note('brass'),
  error: note('brick'),
}

export const preset = definePreset(Aura, {
  semantic: {
    primary: scale('harbour'),
    formField: { paddingX: '0.7rem', paddingY: '0.45rem', borderRadius: '7px' },
    focusRing: { width: '2px', style: 'solid', color: 'var(--harbour)', offset: '2px' },
    colorScheme: { light: colours, dark: colours },
  },
  components: {
    button: {
      root: {
        paddingX: '0.85rem',
        paddingY: '0.42rem',
        borderRadius: '7px',
        label: { fontWeight: '600' },
      },
      colorScheme: Object.fromEntries(
        ['light', 'dark'].map((mode) => [
          mode,
          {
            outlined: {
              primary: {
                borderColor: 'var(--harbour)',
                color: 'var(--harbour)',
                hoverBackground: 'var(--harbour-soft)',
              },
              danger: {
                borderColor: 'var(--brick)',
                color: 'var(--brick)',
                hoverBackground: 'var(--brick-soft)',
              },
            },
            text: {
              primary: { color: 'var(--harbour)', hoverBackground: 'var(--harbour-soft)' },
              danger: { color: 'var(--brick)', hoverBackground: 'var(--brick-soft)' },
            },
          },
        ]),
      ),
    },
    autocomplete: { colorScheme: { light: dropdown, dark: dropdown } },
    toggleswitch: { colorScheme: { light: headerSwitch, dark: headerSwitch } },
    togglebutton: { colorScheme: { light: toggle, dark: toggle } },
    message: { colorScheme: { light: notes, dark: notes } },
    toast: { colorScheme: { light: notes, dark: notes } },
    datatable: {
      headerCell: {
        padding: '0.5rem 0.7rem',
        color: 'var(--muted)',
        background: 'transparent',
        selectedBackground: 'transparent',
        selectedColor: 'var(--ink)',
      },
      bodyCell: { padding: '0.55rem 0.7rem' },
      row: { background: 'transparent' },
    },
  },
})
