import { describe, expect, test } from '@jest/globals'
import { checkOf, CHECK_IDS } from '../wear/checks.ts'
import { NOMINAL_RULES, ruleOf, ruleRefusal, RULES } from './rules.ts'
import { LASTING_MATERIALS, WEAR_FIGURES, WEAR_RULES, wearKey } from './wear-rules.ts'

describe('limits of wear as rules', () => {
  test('each figure has the two of them, the first below the second, and a check that reads it', () => {
    for (const figure of WEAR_FIGURES) {
      const [watch, replace] = [ruleOf(wearKey.watch(figure)), ruleOf(wearKey.replace(figure))]
      expect([figure, (watch?.nominal ?? NaN) < (replace?.nominal ?? NaN)]).toEqual([figure, true])
      expect(CHECK_IDS.filter((id) => checkOf(id).figure?.of === figure)).toHaveLength(1)
    }
    expect(RULES.filter(({ group }) => group === 'wear')).toEqual(WEAR_RULES)
  })

  test.each([
    [wearKey.watch('rib-depth'), 0.6, /must be below/],
    [wearKey.watch('rib-depth'), 0.59, undefined],
    [wearKey.replace('cracks'), 2, /must be above/],
    [wearKey.replace('cracks'), 3, undefined],
    [wearKey.replace('travel'), 1.1, /must be from 0 to 1\./],
    [wearKey.km('epdm'), 10, /must be from 1000 to 1000000 km/],
    [wearKey.years('neoprene'), 6, undefined],
  ])('%s set to %d', (key, value, refusal) => {
    const said = ruleRefusal(NOMINAL_RULES, key, value)
    if (refusal === undefined) expect(said).toBeUndefined()
    else expect(said).toMatch(refusal)
  })

  test('EPDM outlasts neoprene, by distance and by age', () => {
    const [epdm, neoprene] = LASTING_MATERIALS.map((material) => [
      ruleOf(wearKey.km(material))?.nominal ?? NaN,
      ruleOf(wearKey.years(material))?.nominal ?? NaN,
    ])
    expect([epdm, neoprene]).toEqual([
      [150_000, 10],
      [75_000, 5],
    ])
  })
})
