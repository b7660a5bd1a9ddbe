import { expect, test } from './support/emery.ts'
import { Counted, writeInputs } from './support/inputs.ts'

test.use({ hasTouch: true })

test('five V belts in three sections and three planes, two of them matched pairs: from nothing to every answer', async ({
  emery,
  page,
}) => {
  test.slow()
  const hand = new Counted(emery, 'touch')
  const accessories = ['Generator', 'Power steering pump', 'Air pump', 'A/C compressor', 'Vacuum pump']
  await hand.begin('Godwit 4.1 flatbed', [
    () => hand.choose('The belt', 'V, 13 mm top'),
    ...Array.from({ length: 4 }, () => () => hand.part('Add a belt')),
    () => hand.choose('Belt 3', 'V, 10 mm top'),
    () => hand.choose('Belt 4', 'V, 17 mm top'),
    () => hand.read('Belt 2, side by side', '2'),
    () => hand.read('Belt 4, side by side', '2'),
    // Each part as it comes goes on the belt that has none yet.
    ...[...accessories, 'Fan'].map((part) => () => hand.part(part)),
    () => hand.part('They stand like this'),
    ...accessories.map((part) => () => hand.tightens(part, part === 'Vacuum pump' ? 'slide along a slot' : undefined)),
  ])
  await hand.sizes([
    ['Crank (Main belt)', '130'],
    ['Crank (Belt 2)', '130'],
    ['Crank (Belt 3)', '120'],
    ['Crank (Belt 4)', '125'],
    ['Crank (Belt 5)', '110'],
    ['Generator', '85'],
    ['Power steering pump', '120'],
    ['Air pump', '120'],
    ['A/C compressor', '130'],
    ['Vacuum pump', '110'],
    ['Fan', '130'],
  ])
  await hand.measure('Positions')
  await hand.places([
    ['Generator', -230, 240],
    ['Power steering pump', 240, 240],
    ['Air pump', -250, 20],
    ['A/C compressor', 250, -20],
    ['Vacuum pump', 80, 350],
    ['Fan', 0, 220],
  ])
  await hand.measure('Adjusters')
  for (const [name, right, up, slack, tight] of [
    ['Generator', -270, 160, 55, 85],
    ['Power steering pump', 280, 160, 125, 95],
    ['Air pump', -270, -60, 66, 100],
    ['A/C compressor', 280, -100, 118, 85],
  ] as const)
    await hand.adjuster(name, {
      'Pivot, right': right,
      'Pivot, up': up,
      'Slack end, °': slack,
      'Tight end, °': tight,
    })
  await hand.adjuster('Vacuum pump', { 'Slot runs toward, °': 77, 'Slack end': -15, 'Tight end': 15 })
  await expect(page.getByText(/Not read yet, only drawn/)).toHaveCount(0)

  await hand.step('Route')
  // Belts on two pulleys can only run one way; the third pulley of the first has to be said.
  await hand.part('It runs like this')

  await hand.step('Length')
  for (const belt of [null, 'Belt 2', 'Belt 3', 'Belt 4', 'Belt 5']) {
    if (belt !== null) await hand.belt(belt)
    expect(Number(await emery.beltWanted())).toBeGreaterThan(700)
    await expect(page.getByText(/^Buy V1[037] × \d+/)).toBeVisible()
  }

  await hand.step('Speeds')
  await hand.read('Maximum, rpm', '4200')
  await hand.part('They are right')
  // Cords of a 13 mm belt run 2.9 mm below the rim: (65 − 2.9) / (42.5 − 2.9) = 1.568.
  await expect(page.getByRole('row', { name: /Generator/ }).first()).toContainText('1.57')

  await hand.step('Tension')
  await expect(page.getByRole('heading', { name: 'What slips first' })).toBeVisible()
  await expect(page.getByText(/A load is nominal/)).toBeVisible()

  await hand.step('Alignment')
  await expect(page.getByText('Nothing read yet')).toBeVisible()
  for (const [belt, ...readings] of [
    ['Belt 5', '90', '90'],
    ['Belt 4', '70', '70.2'],
    ['Belt 3', '55', '55.1'],
    ['Belt 2', '40', '46'],
    ['Main belt', '20', '20', '20.3'],
  ] as const) {
    if (belt !== 'Belt 5') await hand.belt(belt)
    // The panel is that of the belt in hand.
    await expect(page.getByLabel(`Crank (${belt}), the reference`)).toBeVisible()
    await hand.readEach(page.getByRole('region', { name: 'Measure' }), readings)
    if (belt === 'Belt 2')
      await expect(page.getByRole('region', { name: 'Alignment', exact: true })).toContainText(
        'Power steering pump is 6.00 mm too far back',
      )
  }

  await hand.step('Belt change')
  await expect(page.getByRole('checkbox', { name: /^Remove Belt/ })).toHaveCount(4)
  await emery.saved()
  writeInputs('b', hand.inputs)
  expect(hand.inputs).toBeLessThanOrEqual(110)
})

test('a toothed belt with a swinging alternator', async ({ emery, page }) => {
  test.slow()
  const hand = new Counted(emery, 'touch')
  await hand.begin('Linnet moped', [
    () => hand.choose('The belt', 'toothed, 9.525 mm'),
    ...['Alternator', 'Water pump', 'Idler'].map((part) => () => hand.part(part)),
    () => hand.tightens('Alternator'),
  ])
  await hand.sizes([
    ['Crank', '24'],
    ['Alternator', '18'],
    ['Water pump', '22'],
    ['Idler', '50'],
  ])
  await hand.measure('Positions')
  await hand.places([
    ['Alternator', -170, 130],
    ['Water pump', 90, 190],
    ['Idler', 60, 70],
  ])
  await hand.measure('Adjusters')
  await hand.adjuster('Alternator', {
    'Pivot, right': -150,
    'Pivot, up': 60,
    'Slack end, °': 95,
    'Tight end, °': 125,
  })
  await hand.step('Route')
  await hand.part('It runs like this')
  await hand.step('Length')
  await expect(page.getByText(/^Buy T9\.5/)).toBeVisible()
  await hand.step('Speeds')
  await hand.part('They are right')
  // Teeth alone: 24 / 18.
  await expect(page.getByRole('row', { name: /Alternator/ }).first()).toContainText('1.33')
  await hand.step('Tension')
  await expect(page.getByRole('region', { name: 'What slips first' })).toContainText(/jumps teeth/)
  await hand.step('Alignment')
  await hand.readEach(page.getByRole('region', { name: 'Measure' }), ['15', '15', '15.2'])
  await expect(page.getByText('Nothing read yet')).toBeHidden()
  await hand.step('Belt change')
  await expect(page.getByRole('checkbox', { name: /^Fit/ }).first()).toBeVisible()
  await emery.saved()
  writeInputs('c', hand.inputs)
})

test('a split pulley with shims', async ({ emery, page }) => {
  test.slow()
  const hand = new Counted(emery, 'touch')
  await hand.begin('Pipit three-wheeler', [
    () => hand.choose('The belt', 'V, 10 mm top'),
    ...['Generator', 'Fan'].map((part) => () => hand.part(part)),
    () => hand.tightens('Generator', 'shims in a split pulley'),
  ])
  await hand.sizes([
    ['Crank', '120'],
    ['Generator', '80'],
    ['Fan', '110'],
  ])
  await hand.measure('Positions')
  await hand.places([
    ['Generator', -150, 160],
    ['Fan', 8, 206],
  ])
  await hand.measure('Adjusters')
  // A caliper reads the shim; what it does to the diameter follows: 0.8 / tan 18° = 2.46 mm.
  await hand.read('Thickness of one shim', '0.8')
  await hand.tap(page.getByRole('button', { name: /^Each shim gives 2\.46 mm/ }))
  await hand.adjuster('Generator', { 'Shims at slack end': 4, 'Shims at tight end': 0 })
  await expect(page.getByText(/Not read yet, only drawn/)).toHaveCount(0)
  await hand.step('Route')
  await hand.part('It runs like this')
  await hand.step('Length')
  await expect(page.getByText(/V10 × \d+ comes nearest/)).toBeVisible()
  await hand.tap(page.getByRole('button', { name: /^Fit this belt: V10/ }).first())
  await expect(page.getByRole('region', { name: 'Fitted belt' })).toContainText(
    /shims between the halves|whole shims only/,
  )
  await hand.step('Speeds')
  await hand.part('They are right')
  await hand.step('Tension')
  await expect(page.getByText(/A load is nominal/)).toBeVisible()
  await hand.view('Set tension')
  await hand.step('Alignment')
  await hand.readEach(page.getByRole('region', { name: 'Measure' }), ['15', '15', '16'])
  await expect(page.getByText('Nothing read yet')).toBeHidden()
  await hand.step('Belt change')
  await expect(page.getByText(/Keep shims and washers in order/)).toBeVisible()
  await emery.saved()
  writeInputs('e', hand.inputs)
})
