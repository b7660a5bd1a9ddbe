import { theme, type ThemeConfig } from 'antd'
import type { Light } from '../ui/preferences.ts'

/** How much larger than usual the browser is set to write; the sizes in tokens.css follow by themselves. */
const LARGER = (parseFloat(getComputedStyle(document.documentElement).fontSize) || 16) / 16

const SHARED = {
  fontFamily: "'Barlow', sans-serif",
  fontSize: 15 * LARGER,
  borderRadius: 3,
  // A thumb needs 44 px; a mouse does not.
  controlHeight: globalThis.matchMedia('(pointer: coarse)').matches ? 44 : 40,
  wireframe: false,
  motionDurationMid: '0.12s',
  motionDurationSlow: '0.16s',
  // Whoever asks their machine for less motion gets none: what opens is there at once.
  motion: !globalThis.matchMedia('(prefers-reduced-motion: reduce)').matches,
} as const

/** Ant Design's controls in Emery's colours; the same values as styles/tokens.css, which its engine has to compute with. */
const COLOURS = {
  light: {
    colorPrimary: '#8b2b3b',
    colorSuccess: '#2c5a4d',
    colorBgBase: '#fdfcf8',
    colorTextBase: '#22282b',
    colorTextPlaceholder: '#545e64',
    colorBorder: '#87929a',
    colorError: '#8b2b3b',
  },
  dark: {
    colorPrimary: '#c4566a',
    colorSuccess: '#8fc7b3',
    colorBgBase: '#1d2224',
    colorTextBase: '#efede6',
    colorTextPlaceholder: '#b3bbbf',
    colorBorder: '#7f8b92',
    colorError: '#ee9aa7',
    colorBgContainer: '#15191b',
    colorBgElevated: '#1d2224',
  },
} as const

/** What is chosen stands dark on light, or light on dark, as everywhere else where one of several is pressed. */
const SEGMENTED = {
  light: {
    trackBg: '#ebeae3',
    itemColor: '#22282b',
    itemSelectedBg: '#22282b',
    itemSelectedColor: '#fdfcf8',
    trackPadding: 0,
  },
  dark: {
    trackBg: '#272d30',
    itemColor: '#efede6',
    itemSelectedBg: '#efede6',
    itemSelectedColor: '#1d2224',
    trackPadding: 0,
  },
} as const

export function antTheme(light: Light): ThemeConfig {
  return {
    algorithm: light === 'dark' ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: { ...SHARED, ...COLOURS[light] },
    components: {
      Button: {
        fontWeight: 600,
        primaryShadow: 'none',
        defaultShadow: 'none',
        defaultBorderColor: light === 'dark' ? '#b3bbbf' : '#22282b',
      },
      Drawer: { paddingLG: 20 },
      Segmented: SEGMENTED[light],
    },
  }
}
