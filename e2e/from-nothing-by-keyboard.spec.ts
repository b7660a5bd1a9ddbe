import { expect, test } from './support/emery.ts'
import { Counted, writeInputs } from './support/inputs.ts'

test('eight ribs with power steering, A/C and a marked spring arm: from nothing to every answer', async ({
  emery,
  page,
}) => {
  test.slow()
  const hand = new Counted(emery, 'keyboard')
  await hand.begin('Godwit 2.5', [
    () => hand.read('Ribs', '8'),
    ...['Tensioner', 'Alternator', 'Water pump', 'Power steering pump', 'A/C compressor'].map(
      (part) => () => hand.part(part),
    ),
    () => hand.part('Change Water pump'),
    () => hand.choose('Face', 'smooth'),
    () => hand.tightens('Tensioner'),
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
  await hand.places([
    ['Tensioner', -128, 118],
    ['Alternator', -206, 252],
    ['Water pump', 2, 196],
    ['Power steering pump', 196, 262],
    ['A/C compressor', 214, 26],
  ])
  await hand.measure('Adjusters')
  // Put there so that it can be drawn; no advice rests on it until it is read.
  await expect(page.getByText(/Not read yet, only drawn/)).toBeVisible()
  await hand.adjuster('Tensioner', {
    'Pivot, right': -179,
    'Pivot, up': 180,
    'Arm, pivot to centre': 80.3,
    'Slack end, °': -20,
    'Far stop, °': -80,
    'Spring at the far stop, N·m': 14,
    'Spring, N·m per °': 0.4,
    'First mark, % of travel': 10,
    'New belt, % of travel': 40,
    'Last mark, % of travel': 90,
  })
  await expect(page.getByText(/Not read yet, only drawn/)).toHaveCount(0)

  await hand.step('Route')
  await hand.part('It runs like this')
  await expect(page.getByRole('list', { name: 'Route' }).getByRole('listitem')).toHaveCount(6)

  await hand.step('Length')
  expect(Number(await emery.beltWanted())).toBeGreaterThan(1500)
  await hand.tap(page.getByRole('button', { name: /^Fit this belt: 8PK/ }).first())
  await expect(page.getByText(/^Belt 8PK/)).toBeVisible()

  await hand.step('Speeds')
  // How fast this engine turns nobody has said: nothing is called right before.
  await expect(page.getByText(/at the nominal engine speeds/)).toBeVisible()
  await hand.read('Maximum, rpm', '4800')
  await hand.part('They are right')
  await expect(page.getByText(/The limits are/)).toContainText('nominal')

  await hand.step('Tension')
  await expect(page.getByRole('heading', { name: 'What slips first' })).toBeVisible()
  await expect(page.getByText(/A load is nominal/)).toBeVisible()
  await hand.part('Load of Alternator')
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

test('a stepped crank drives a jackshaft, and that a blower whose load nobody knows', async ({ emery, page }) => {
  test.slow()
  const hand = new Counted(emery, 'keyboard')
  await hand.begin('Bittern kart', [
    () => hand.choose('The belt', 'V, 13 mm top'),
    () => hand.part('Add a belt'),
    () => hand.part('Add a belt'),
    () => hand.choose('Belt 2', 'V, 17 mm top'),
    ...['Generator', 'Jackshaft', 'Supercharger'].map((part) => () => hand.part(part)),
    // What turns the blower sits on the jackshaft, with a pulley of its own.
    () => hand.tap(page.getByRole('group', { name: 'Belts on Jackshaft' }).getByRole('button', { name: 'Belt 3' })),
    () => hand.tap(page.getByRole('group', { name: 'Belts on Crank' }).getByRole('button', { name: 'Belt 3' })),
    () => hand.tightens('Generator'),
    () => hand.tightens('Jackshaft'),
    () => hand.tightens('Supercharger', 'slide along a slot'),
  ])
  await hand.sizes([
    ['Crank (Main belt)', '150'],
    ['Crank (Belt 2)', '140'],
    ['Generator', '80'],
    ['Jackshaft (Belt 2)', '120'],
    ['Jackshaft (Belt 3)', '160'],
    ['Supercharger', '90'],
  ])
  await hand.measure('Positions')
  await hand.places([
    ['Generator', -220, 210],
    ['Jackshaft', 160, 220],
    ['Supercharger', 60, 430],
  ])
  await hand.measure('Adjusters')
  await hand.adjuster('Generator', { 'Pivot, right': -260, 'Pivot, up': 130, 'Slack end, °': 52, 'Tight end, °': 85 })
  await hand.adjuster('Jackshaft', {
    'Pivot, right': 220,
    'Pivot, up': 150,
    'Slack end, °': 140,
    'Tight end, °': 110,
  })
  await hand.adjuster('Supercharger', { 'Slot runs toward, °': 100, 'Slack end': -15, 'Tight end': 15 })

  await hand.step('Length')
  for (const belt of [null, 'Belt 2', 'Belt 3']) {
    if (belt !== null) await hand.belt(belt)
    await expect(page.getByText(/^Buy V1[37] × \d+/)).toBeVisible()
  }

  await hand.step('Speeds')
  await hand.part('They are right')
  // Twice geared up: 17 mm cords run 3.5 mm below the rim, 13 mm ones 2.9: 66.5 / 56.5 · 77.1 / 42.1 = 2.16.
  await expect(page.getByRole('row', { name: /Supercharger/ }).first()).toContainText('2.16')

  await hand.step('Tension')
  // What the blower takes nobody can say for it: neither its own belt nor the one before it is called safe.
  for (const belt of ['Belt 2', 'Belt 3']) {
    await hand.belt(belt)
    await expect(page.getByRole('region', { name: 'What slips first' })).toContainText(/not known/)
  }
  await hand.part('Load of Supercharger')
  await hand.read('Power, kW', '6')
  await hand.read('at its own rpm', '9000')
  await expect(page.getByRole('region', { name: 'What slips first' })).toContainText(/times the grip it needs/)

  await hand.step('Alignment')
  for (const [belt, reference, other] of [
    ['Belt 3', '55', '57'],
    ['Belt 2', '30', '30.1'],
    ['Main belt', '12', '12'],
  ] as const) {
    if (belt !== 'Belt 3') await hand.belt(belt)
    // The panel is that of the belt in hand; the last belt is driven by the jackshaft.
    const driver = belt === 'Belt 3' ? 'Jackshaft' : 'Crank'
    await expect(page.getByLabel(`${driver} (${belt}), the reference`)).toBeVisible()
    await hand.readEach(page.getByRole('region', { name: 'Measure' }), [reference, other])
    if (belt === 'Belt 3')
      await expect(page.getByRole('region', { name: 'Alignment', exact: true })).toContainText(
        'Supercharger is 2.00 mm too far back',
      )
  }

  await hand.step('Belt change')
  await expect(page.getByRole('checkbox', { name: /^Remove Belt/ })).toHaveCount(2)
  await emery.saved()
  writeInputs('d', hand.inputs)
})

test('a rod of two eyes holds an alternator', async ({ emery, page }) => {
  test.slow()
  const hand = new Counted(emery, 'keyboard')
  await hand.begin('Siskin 1.3', [
    () => hand.read('Ribs', '5'),
    ...['Alternator', 'A/C compressor', 'Idler'].map((part) => () => hand.part(part)),
    () => hand.tightens('Alternator', 'threaded rod (turnbuckle) between lug and anchor'),
  ])
  await hand.sizes([
    ['Crank', '140'],
    ['Alternator', '60'],
    ['A/C compressor', '110'],
    ['Idler', '70'],
  ])
  await hand.measure('Positions')
  await hand.places([
    ['Alternator', -200, 180],
    ['A/C compressor', 210, 150],
    ['Idler', 20, 130],
  ])
  await hand.measure('Adjusters')
  await hand.adjuster('Alternator', {
    'Pivot, right': -180,
    'Pivot, up': 100,
    'Lug, right': -200,
    'Lug, up': 225,
    'Anchor, right': -70,
    'Anchor, up': 225,
  })
  // How long the rod may be nobody has read: no belt is fitted by it, and no advice goes beyond it.
  const rod = page.getByRole('region', { name: 'Adjuster of Alternator' })
  await expect(rod.getByText(/Not read yet, only drawn/)).toContainText(/rod/)
  await hand.adjuster('Alternator', { 'Rod at slack end': 120, 'Rod, maximum length': 150 })
  await expect(page.getByText(/Not read yet, only drawn/)).toHaveCount(0)

  await hand.step('Route')
  await hand.part('It runs like this')
  await hand.step('Length')
  await expect(page.getByText(/^Buy 5PK\d+/)).toBeVisible()
  await hand.tap(page.getByRole('button', { name: /^Fit this belt: 5PK/ }).first())
  await hand.step('Speeds')
  await hand.part('They are right')
  // A PK cord runs 1.6 mm above the rim: 71.6 / 31.6 = 2.27.
  await expect(page.getByRole('row', { name: /Alternator/ }).first()).toContainText('2.27')
  await hand.step('Tension')
  await expect(page.getByText(/A load is nominal/)).toBeVisible()
  await hand.view('Set tension')
  await hand.step('Alignment')
  await hand.readEach(page.getByRole('region', { name: 'Measure' }), ['20', '20.1', '23'])
  await expect(page.getByRole('region', { name: 'Alignment', exact: true })).toContainText('A/C compressor')
  await hand.step('Belt change')
  await expect(page.getByText(/shorten the rod/)).toBeVisible()
  await emery.saved()
  writeInputs('f', hand.inputs)
})
