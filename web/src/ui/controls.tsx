import { ConfigProvider } from 'antd'
import type { ReactNode } from 'react'
import { usePreferences } from './preferences.ts'
import { antTheme } from './theme.ts'

/** The control library in Emery's colours, around what uses it. */
export function Controls({ children }: { readonly children: ReactNode }) {
  const light = usePreferences((state) => state.light)
  return <ConfigProvider theme={antTheme(light)}>{children}</ConfigProvider>
}
