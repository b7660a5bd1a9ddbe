import { expect, test } from './support/emery.ts'
import { Counted, writeInputs } from './support/inputs.ts'

// What cannot be found is not waited for as long as a whole journey takes.
test.use({ actionTimeout: 20_000 })

test('eight ribs with power steering, A/C and a marked spring arm: from nothing to every answer', async ({
  emery,
  page,
}) => {
  test.slow()
  const hand = new Counted(emery)
  await hand.begin('Godwit 2.5', [
    () => hand.read('Ribs', '8'),
    ...['Tensioner', 'Alternator', 'Water pump', 'Power steering pump', 'A/C compressor'].map(
      (part) => () => hand.part(part),
    ),
    () => hand.part('Change Water pump'),
    () => hand.choose('Face', 'smooth'),
  ])
  // Nothing is measured: nothing is said to be right.
  const steps = page.getByRole('navigation', { name: 'Steps' })
  await expect(steps.getByRole('img', { name: 'fine' })).toHaveCount(0)

  await hand.sizes([
    ['Crank', '160'],
    ['Tensioner', '76'],
    ['Alternator', '58'],
    ['Water pump', '130'],
    ['Power steering pump', '142'],
    ['A/C compressor', '116'],
  ])
  // Sizes and what is on the belt are enough for speeds: (80 + 1.6) / (29 + 1.6) = 2.667.
  await hand.step('Speeds')
  await expect(page.getByRole('row', { name: /Alternator/ })).toContainText('2.67')
  // … and for no verdict: that the belt runs so nobody has said yet.
  await expect(page.getByText(/^Not judged yet/)).toBeVisible()

  await hand.step('Measure')
  await hand.measure('Positions')
  for (const [name, right, up] of [
    ['Tensioner', -128, 118],
    ['Alternator', -206, 252],
    ['Water pump', 2, 196],
    ['Power steering pump', 196, 262],
    ['A/C compressor', 214, 26],
  ] as const)
    await hand.place(name, right, up)
  await hand.measure('Adjusters')
  await hand.tap(page.getByRole('button', { name: 'Add', exact: true }))
  // Put there so that it can be drawn; no advice rests on it until it is read.
  await expect(page.getByText(/Not read yet, only drawn/)).toBeVisible()
  for (const [label, value] of [
    ['Pivot, right', '-179'],
    ['Pivot, up', '180'],
    ['Arm, pivot to centre', '80.3'],
    ['Slack end, °', '-20'],
    ['Far stop, °', '-80'],
    ['Spring at the far stop, N·m', '14'],
    ['Spring, N·m per °', '0.4'],
    ['First mark, % of travel', '10'],
    ['New belt, % of travel', '40'],
    ['Last mark, % of travel', '90'],
  ] as const)
    await hand.read(label, value)
  await expect(page.getByText(/Not read yet, only drawn/)).toHaveCount(0)

  await hand.step('Route')
  await hand.tap(page.getByRole('button', { name: 'It runs like this' }))
  await expect(page.getByRole('list', { name: 'Route' }).getByRole('listitem')).toHaveCount(6)

  await hand.step('Length')
  expect(Number(await emery.beltWanted())).toBeGreaterThan(1500)
  await hand.tap(page.getByRole('button', { name: /^Fit this belt: 8PK/ }).first())
  await expect(page.getByText(/^Belt 8PK/)).toBeVisible()

  await emery.step('Speeds')
  await expect(page.getByText(/The limits are/)).toContainText('nominal')

  await hand.step('Tension')
  await expect(page.getByRole('heading', { name: 'What slips first' })).toBeVisible()
  await expect(page.getByText(/A load is nominal/)).toBeVisible()
  await hand.tap(page.getByRole('button', { name: 'Load of Alternator' }))
  await hand.read('Rated current, A', '120 A')

  await hand.step('Alignment')
  await expect(page.getByText('Nothing read yet')).toBeVisible()
  for (const [label, depth] of [
    ['Crank, the reference', '40'],
    ['Alternator', '40'],
    ['Power steering pump', '41.9'],
    ['A/C compressor', '40'],
  ] as const)
    await hand.read(label, depth)
  await expect(page.getByRole('region', { name: 'Alignment', exact: true })).toContainText(
    'Power steering pump is 1.90 mm too far back',
  )

  await hand.step('Belt change')
  await expect(page.getByRole('checkbox', { name: /^Fit/ }).first()).toBeVisible()
  await emery.saved()
  writeInputs('a', hand.inputs)
  expect(hand.inputs).toBeLessThanOrEqual(70)
})

test('five V belts in three sections and three planes, two of them matched pairs: from nothing to every answer', async ({
  emery,
  page,
}) => {
  test.slow()
  const hand = new Counted(emery)
  const count = (belt: string) => () => hand.read(`${belt}, side by side`, '2')
  await hand.begin('Godwit 4.1 flatbed', [
    () => hand.choose('The belt', 'V, 13 mm top'),
    ...Array.from({ length: 4 }, () => () => hand.tap(page.getByRole('button', { name: 'Add a belt' }))),
    () => hand.choose('Belt 3', 'V, 10 mm top'),
    () => hand.choose('Belt 4', 'V, 17 mm top'),
    count('Belt 2'),
    count('Belt 4'),
    // Each part as it comes goes on the belt that has none yet.
    ...['Generator', 'Power steering pump', 'Air pump', 'A/C compressor', 'Vacuum pump'].map(
      (part) => () => hand.part(part),
    ),
    () => hand.part('Fan'),
    () => hand.tap(page.getByRole('button', { name: 'They stand like this' })),
    ...['Generator', 'Power steering pump', 'Air pump', 'A/C compressor', 'Vacuum pump'].map(
      (part) => () => hand.tap(page.getByRole('button', { name: `${part} tightens the belt` })),
    ),
    () => hand.choose('How Vacuum pump is moved', 'slide along a slot'),
  ])
  await hand.sizes([
    ['Crank (Main belt)', '170'],
    ['Crank (Belt 2)', '160'],
    ['Crank (Belt 3)', '140'],
    ['Crank (Belt 4)', '150'],
    ['Crank (Belt 5)', '120'],
    ['Generator', '80'],
    ['Power steering pump', '130'],
    ['Air pump', '120'],
    ['A/C compressor', '140'],
    ['Vacuum pump', '90'],
    ['Fan', '150'],
  ])
  await hand.measure('Positions')
  for (const [name, right, up] of [
    ['Generator', -230, 240],
    ['Power steering pump', 240, 240],
    ['Air pump', -250, 20],
    ['A/C compressor', 250, -20],
    ['Vacuum pump', 80, 350],
    ['Fan', 0, 220],
  ] as const)
    await hand.place(name, right, up)
  await hand.measure('Adjusters')
  await page.screenshot({ path: '/tmp/w/x1.png' })
  console.log(await page.locator('aside').last().innerText())
})
