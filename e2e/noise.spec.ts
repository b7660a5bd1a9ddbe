import { expect, test } from './support/emery.ts'
import type { Page } from '@playwright/test'

/** Answers tests as they are proposed, as the car would, until the cause is first with four in five; what it does not know it leaves out. */
async function testOn(page: Page, answers: Readonly<Record<string, string>>, cause: string): Promise<number> {
  const next = page.getByRole('region', { name: 'Next test' })
  const first = page.getByRole('complementary', { name: 'Possible causes' }).getByRole('listitem').first()
  for (let done = 0; done <= 6; done++) {
    const words = await first.innerText()
    const share = Number(/(\d+) in 100/.exec(words)?.[1] ?? 0)
    if (words.startsWith(cause) && share >= 80) return done
    const name = await next.getByRole('heading', { level: 3 }).innerText()
    const outcome = answers[name]
    if (outcome === undefined) await next.getByRole('button', { name: /^Not possible to say/ }).click()
    else await next.getByRole('button', { name: new RegExp(`^${outcome}`) }).click()
    await expect(next.getByRole('heading', { level: 3 })).not.toHaveText(name)
  }
  return NaN
}

test('a chirp on the van is traced to a pulley misaligned, and the finding is kept with the drive', async ({
  emery,
  page,
}) => {
  await emery.openCopy('ketch-main', 'alignment')
  // From the bench, with the drive in hand.
  await emery.command('makes the noise on this drive')
  const itself = page.getByRole('region', { name: 'What the drive data shows' })
  await expect(itself).toContainText('enters its grooves at')
  await page.getByRole('button', { name: /^Chirp/ }).click()
  await page.getByRole('button', { name: 'Worst at idle' }).click()
  await page.getByRole('button', { name: 'Rubber dust about the pulleys' }).click()
  await page.getByRole('button', { name: 'Continue' }).click()
  await expect(page.getByRole('region', { name: 'Heard' })).toContainText(
    'Chirp, worst at idle, rubber dust about the pulleys.',
  )
  const tests = await testOn(
    page,
    {
      'Wet the ribs with a little water': 'Quieter',
      'Straightedge or laser along the pulleys': 'One pulley out',
      'Look at the belt, ribs up': 'One edge worn',
      'Watch the tensioner’s arm at idle': 'Steady',
      'Rock each pulley by its rim with the belt off': 'All firm',
      'Feel the belt against the rim': 'Flush',
      'Look for rubber dust': 'At one pulley',
      'Read the line a second time while it revs': 'The same',
    },
    'Misaligned pulley',
  )
  expect(tests).toBeLessThanOrEqual(6)
  // A made-up recording of the drive's own belt: told by kind and by what keeps time with it.
  const recorded = page.getByRole('region', { name: 'Recorded' })
  await recorded.getByRole('button', { name: 'Simulated noise' }).click()
  await expect(recorded).toContainText(/A chirp at \d+ Hz.*times a second: Main belt passes, \d\.\d\d expected/)
  await recorded.getByRole('button', { name: 'Use its repetition' }).click()
  await expect(page.getByRole('region', { name: 'Done' })).toContainText('with Main belt')
  // The engine’s speed is found in its hum: four cylinders at this drive’s idle.
  await expect(recorded).toContainText(/fires \d+\.\d times a second. With\s+cylinders that is \d+ rpm/)
  await recorded.getByRole('spinbutton', { name: /^Engine speed/ }).fill('2000')
  await expect(recorded).not.toContainText(/Main belt passes/)
  await recorded.getByRole('button', { name: /^Take \d+ rpm/ }).click()
  await expect(recorded).toContainText(/Main belt passes/)
  // A file that is no recording is refused in a sentence.
  await recorded.locator('input[type=file]').setInputFiles({
    name: 'song.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from([0x49, 0x44, 0x33, 4, 0, 0, 0, 0, 0, 0]),
  })
  await expect(recorded.getByRole('alert')).toContainText('This is an MP3')
  // What speaks for and against stands beside it, and an answer can be taken back.
  const suspects = page.getByRole('complementary', { name: 'Possible causes' })
  await expect(suspects.getByLabel('for it').first()).toBeVisible()
  await page.getByRole('button', { name: 'Save the diagnosis' }).click()
  const form = page.getByRole('dialog')
  await form.getByRole('checkbox', { name: 'Also check: The belt, where its edges are worn' }).uncheck()
  await form.getByRole('textbox', { name: 'Odometer, km' }).fill('88410')
  await form.getByRole('button', { name: 'Save to the drive' }).click()
  const found = page.getByRole('region', { name: 'Earlier diagnoses' })
  await expect(found).toContainText('Misaligned pulley')
  await expect(found).toContainText('88,410 km')
  await expect(found).not.toContainText('where its edges are worn')
  await page.reload()
  await expect(found).toContainText('Proof of repair: Wet the ribs again')
  await found.getByRole('button', { name: /^Delete/ }).click()
  await expect(found).toHaveCount(0)
})

test('a squeal in the rain is traced to a weak tensioner; answers survive a reload and are taken back', async ({
  emery,
  page,
}) => {
  await emery.open('/noise')
  await page.getByRole('button', { name: /^Squeal/ }).click()
  await page.getByRole('button', { name: 'Worst when damp or in rain' }).click()
  await page.getByRole('button', { name: 'Worst with lamps, blower, steering or A/C on' }).click()
  await page.getByRole('button', { name: 'Continue' }).click()
  const tests = await testOn(
    page,
    {
      'Wet the ribs with a little water': 'Louder',
      'Turn the tensioner through its travel with a wrench': 'Binds',
      'Watch the tensioner’s arm at idle': 'Jumps',
      'Measure the tension': 'Too low',
      'Look at the belt, ribs up': 'Sound',
      'Press the longest span by hand': 'The arm does not move',
      'Read the tensioner’s pointer': 'Between',
      'Check the belt’s number, length and ribs': 'As the drive asks',
    },
    'A weak or stuck tensioner',
  )
  expect(tests).toBeLessThanOrEqual(6)
  await page.reload()
  const done = page.getByRole('region', { name: 'Done' })
  await expect(done).toBeVisible()
  const rows = await done.getByRole('listitem').count()
  expect(rows).toBeGreaterThan(0)
  await page.keyboard.press('Control+z')
  await expect(done.getByRole('listitem')).toHaveCount(rows - 1)
  // Without a drive there is nowhere to keep a finding, and that is said.
  await page.keyboard.press('f')
  const form = page.getByRole('dialog')
  await expect(form).toContainText('A diagnosis is saved to a drive')
  await expect(form.getByRole('button', { name: 'Save to the drive' })).toBeDisabled()
})
