import { checkDrive } from '@emery/core/drive'
import { settleDrive } from '@emery/core/path'
import { checkedSpans, deflectionFor, pluckFrequency, settingFor, spanModels } from '@emery/core/tension'
import { address, expect, test, type Emery } from './support/emery.ts'
import { Counted } from './support/inputs.ts'

test.use({ hasTouch: true })

/** The drive on the page as the server keeps it. */
async function keptDrive({ page }: Emery) {
  const id = /\/drives\/([^/]+)/.exec(page.url())?.[1] ?? ''
  const { document } = (await (await page.request.get(`${address()}/api/drives/${id}`)).json()) as {
    document: unknown
  }
  const read = checkDrive(document)
  if (!read.ok) throw new Error('The kept drive cannot be read.')
  return read.drive
}

test('thumb, gauge, twist and pluck come to the same turn of the same bolt', async ({ emery, page }) => {
  test.slow()
  const hand = new Counted(emery, 'touch')
  await hand.begin('Sedge 1.3 van', [
    () => hand.choose('The belt', 'V, 13 mm top'),
    ...['Generator', 'Water pump'].map((part) => () => hand.part(part)),
    () => hand.tightens('Generator', 'slide along a slot'),
  ])
  await hand.sizes([
    ['Crank', '130'],
    ['Generator', '75'],
    ['Water pump', '120'],
  ])
  await hand.measure('Positions')
  await hand.places([
    ['Generator', -260, 190],
    ['Water pump', 20, 260],
  ])
  await hand.measure('Adjusters')
  await hand.adjuster('Generator', { 'Slot runs toward, °': 145, 'Slack end': -20, 'Tight end': 20 })
  await hand.step('Route')
  await hand.part('It runs like this')
  await hand.step('Length')
  await hand.tap(page.getByRole('button', { name: /^Fit this belt: V13/ }).first())
  await hand.step('Tension')
  await hand.view('Set tension')
  await emery.saved()

  // A belt at five eighths of what it should have, as each school reads it.
  const [belt] = settleDrive(await keptDrive(emery)).belts
  const span = belt === undefined ? undefined : checkedSpans(belt).toSorted((a, b) => b.length - a.length)[0]
  if (belt === undefined || span === undefined) throw new Error('The belt has no span to read.')
  const wanted = settingFor(belt.belt, 'used')
  const tension = (5 / 8) * wanted
  const { likely } = spanModels(span)
  const set = page.getByRole('region', { name: 'Set tension' })
  const turns = async (): Promise<string> => {
    const words = await set.getByRole('status').innerText()
    return /Move the part out[^.]*\.\d+ mm along its slot, (.*?) of its screw/.exec(words)?.[1] ?? words
  }
  const school = async (name: string, label: string, value: string) => {
    await set.getByText(name, { exact: true }).tap()
    const field = set.getByLabel(label, { exact: true }).and(page.locator('[type=text], [role=spinbutton]'))
    await field.fill(value)
    await field.press('Enter')
    return turns()
  }
  // What its screw gives is read once; until then only the distance is told.
  await school('Dial', 'Reading, N', tension.toFixed(0))
  await set.getByLabel('One turn gives, mm').fill('1.25')
  await set.getByLabel('One turn gives, mm').press('Enter')
  const thumb = await school('Finger', 'Deflection', deflectionFor(span, tension, 45, likely).toFixed(2))
  expect(thumb).toMatch(/^about .*turns?$/)
  await set.getByText('Gauge', { exact: true }).tap()
  await set.getByLabel('Pressed with, N').fill('60')
  expect(await school('Gauge', 'Deflection', deflectionFor(span, tension, 60, likely).toFixed(2))).toBe(thumb)
  expect(await school('Dial', 'Reading, N', tension.toFixed(0))).toBe(thumb)
  expect(await school('Pluck', 'Frequency, Hz', pluckFrequency(span, tension, likely).toFixed(1))).toBe(thumb)
  // A quarter turn at the wanted tension, so 144° at five eighths of it.
  expect(await school('Twist', 'Twist, degrees', '144')).toBe(thumb)
  // The school that was chosen last is this person’s own, on the next visit, too.
  await page.reload()
  await hand.view('Set tension')
  await expect(set.getByLabel('Twist, degrees')).toBeVisible()
})

test('a pressed-on pulley, from a reading that wobbles to the same reading again', async ({ emery, page }) => {
  test.slow()
  const hand = new Counted(emery, 'touch')
  await hand.begin('Sedge 2.2 estate', [
    ...['Alternator', 'Power steering pump'].map((part) => () => hand.part(part)),
    () => hand.tightens('Alternator', 'slide along a slot'),
  ])
  await hand.sizes([
    ['Crank', '150'],
    ['Alternator', '60'],
    ['Power steering pump', '130'],
  ])
  await hand.measure('Positions')
  await hand.places([
    ['Alternator', -220, 200],
    ['Power steering pump', 190, 230],
  ])
  await hand.step('Route')
  await hand.part('It runs like this')
  await hand.step('Alignment')
  const pump = page
    .getByRole('list', { name: 'Readings, engine stopped' })
    .getByRole('textbox', { name: 'Power steering pump' })
  const readPump = async (mm: string) => {
    await pump.fill(mm)
    await pump.press('Enter')
  }
  await emery.read('Crank, the reference', '40')
  await emery.read('Alternator', '40.1')
  await readPump('42.4')
  await page.getByRole('button', { name: 'Read Power steering pump once more' }).tap()
  await readPump('40.8')
  // The rim wobbles: no move before somebody has looked at it.
  const first = page.getByRole('region', { name: 'Check first' })
  await expect(first).toContainText('The readings of Power steering pump are 1.60 mm apart.')
  const plan = page.getByRole('region', { name: 'Fewest moves' })
  await expect(plan.getByRole('list', { name: 'Before any move' })).toContainText('Power steering pump')
  await expect(plan.getByRole('list', { name: 'Moves' })).toHaveCount(0)
  await first.getByRole('button', { name: 'Read Power steering pump again' }).tap()
  await readPump('41.6')
  await expect(plan).toContainText('Power steering pump is out: 1.60 mm too far in (over-pressed)')
  await expect(plan.getByRole('list', { name: 'Moves' })).toContainText(
    /Pull the pulley.*out by 1\.60 mm.*63 thousandths/s,
  )
  await emery.read('One turn of the tool’s screw', '1.25')
  await expect(plan).toContainText('about 1½ turns of the tool’s screw')
  await emery.read('Hub now', '0')
  await emery.read('Hub, where the part wants it', '1/16 in')
  await expect(plan).toContainText('That is where the part wants it.')
  await plan.getByRole('button', { name: /^Done/ }).tap()
  const compared = page.getByRole('region', { name: 'Before and after' })
  const row = compared.getByRole('row', { name: /^Power steering pump/ })
  await expect(row).toContainText('not measured again')
  await readPump('40.7')
  await expect(compared).toContainText('did not come as far as planned')
  await expect(plan).toContainText('out by 0.70 mm')
  await plan.getByRole('button', { name: /^Done/ }).tap()
  await readPump('40.1')
  await expect(row.getByRole('img', { name: 'in line' })).toBeVisible()
  await expect(compared).toContainText('In line.')
})

const HERON = `role,family,name,fits,length_mm,rear_mm,bolt_mm,face,section,grooves,width_mm,turns,on_hand
part,Heron,Water pump,water-pump,65.5,,8,,,,,cw,
pulley,Heron,Six ribs,water-pump,11.5,13,,grooved,PK,6,,,
`

test('mixed parts: a grooved pump where the ribs drive it, a smooth one where the back does', async ({
  emery,
  page,
}) => {
  test.slow()
  const hand = new Counted(emery, 'touch')
  const begin = async (name: string, face: string | null) => {
    await hand.begin(name, [
      ...['Alternator', 'Water pump'].map((part) => () => hand.part(part)),
      () => hand.tightens('Alternator', 'slide along a slot'),
      ...(face === null ? [] : [() => hand.part('Change Water pump'), () => hand.choose('Face', face)]),
    ])
    await hand.sizes([
      ['Crank', '150'],
      ['Alternator', '60'],
      ['Water pump', '120'],
    ])
    await hand.measure('Positions')
    await hand.places([
      ['Alternator', -220, 240],
      // A smooth pump leans on the back of the belt, from outside.
      face === null ? ['Water pump', 0, 260] : ['Water pump', -45, 150],
    ])
    await hand.step('Route')
    await hand.part('It runs like this')
    await hand.step('Alignment')
    await hand.view('Mixed parts')
  }
  const sets = page.getByRole('region', { name: 'Matching sets' })
  const pump = sets.getByRole('row', { name: /^Water pump/ })

  await begin('Sedge 1.8, grooved pump', null)
  await page.getByRole('button', { name: /^Parts table/ }).tap()
  await page.getByLabel('Import parts').setInputFiles({
    name: 'heron.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(HERON),
  })
  await page
    .getByRole('dialog', { name: /^heron\.csv: 2 parts/ })
    .getByRole('button', { name: 'Add 2 to the table' })
    .tap()
  await expect(page.getByRole('dialog', { name: /^heron/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Close' }).tap()
  // Ribs drive it: the smooth pulleys are no use, nor the pumps that turn the other way.
  await expect(pump).toContainText('Heron Water pump (to buy) + Heron Six ribs (to buy)')
  await expect(sets).toContainText(/Water pump: .*a face of the wrong kind.*made to turn the other way/)
  await expect(sets.getByRole('list', { name: 'Best sets' }).getByRole('button').first()).toContainText(
    '2 to buy, no spacer',
  )

  await begin('Sedge 1.8, smooth pump', 'smooth')
  await expect(pump).toContainText('Plover Water pump + Plover Smooth')
  await expect(sets.getByRole('list', { name: 'Best sets' }).getByRole('button').first()).toContainText(
    'nothing to buy, no spacer',
  )
})
