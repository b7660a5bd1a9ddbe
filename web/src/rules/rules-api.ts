import { queryOptions, useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { shopRulesOf, type ShopRule } from '@emery/core/api'
import { NOMINAL_RULES, type ShopRules } from '@emery/core/rules'
import { ask } from '../api/client.ts'
import { write } from '../api/write.ts'

/** What the workshop has set otherwise than nominal. */
export function rulesQuery() {
  return queryOptions({
    queryKey: ['rules'] as const,
    queryFn: async () => (await ask<{ rules: ShopRule[] }>('/rules')).rules,
    staleTime: 30_000,
  })
}

/** A limit of wear changes what is due on every drive. */
const TIMEOUT_MS = 60_000

interface SetRule {
  readonly value: number | null
  readonly basedOn: number
}

export const setRule = (key: string, fields: SetRule) =>
  write<ShopRule>({ method: 'PUT', path: `/rules/${encodeURIComponent(key)}`, json: fields, timeout: TIMEOUT_MS })

/** The values that count in this workshop; the nominal ones until they are there. */
export function useShopRules(): ShopRules {
  const { data } = useQuery(rulesQuery())
  return useMemo(() => (data === undefined ? NOMINAL_RULES : shopRulesOf(data)), [data])
}
