import { useMemo } from 'react'
import { currencyOf } from '@emery/core/rules'
import { useShopRules } from './rules-api.ts'

export interface Money {
  /** A price as it is read: `€12.50`. */
  readonly text: (price: number) => string
}

/** How the workshop writes its prices; null where it has chosen no currency, and so wants none. */
export function useMoney(): Money | null {
  const currency = currencyOf(useShopRules())
  return useMemo(() => {
    if (currency === null) return null
    const format = new Intl.NumberFormat('en-GB', { style: 'currency', currency })
    return { text: (price) => format.format(price) }
  }, [currency])
}
