import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { cleanup, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { DriveDocument } from '@emery/core/drive'
import { demoDrive } from '../testing/drives.ts'
import { FakeServer, show } from '../testing/fake-server.tsx'
import { NewDriveScreen } from './new-drive-screen.tsx'

let server: FakeServer
beforeEach(() => {
  server = new FakeServer()
  server.install()
  server.answers['GET /examples'] = { status: 200, json: { examples: [] } }
  server.answers['POST /drives'] = { status: 201, json: { id: 'd' } }
})
afterEach(cleanup)

const tap = (name: string) => userEvent.click(screen.getByRole('button', { name }))
const parts = () =>
  within(screen.getByRole('list', { name: 'Parts of the drive' }))
    .getAllByRole('listitem')
    .map(({ textContent }) => textContent)
const stored = () => (server.sent.at(-1)?.body as { document: DriveDocument; reason: string } | undefined) ?? null

describe('starting a drive', () => {
  test('parts as they commonly are: idlers smooth, the rest cut for the belt; two of a kind told apart', async () => {
    show(<NewDriveScreen />)
    for (const part of ['Alternator', 'Idler', 'Idler']) await tap(part)
    expect(parts()).toEqual([
      expect.stringMatching(/^Crank/),
      expect.stringMatching(/^Alternator 6 grooves/),
      expect.stringMatching(/^Idler smooth/),
      expect.stringMatching(/^Idler 2 smooth/),
    ])
    await tap('Remove Idler')
    expect(parts()).toHaveLength(3)
  })

  test('what was tapped is stored with nothing measured, and the bench opens', async () => {
    show(<NewDriveScreen />)
    await tap('Fan')
    await tap('Alternator')
    await userEvent.click(screen.getByText('counter-clockwise'))
    await tap('Start measuring')
    expect(await screen.findByText('elsewhere')).not.toBeNull()
    expect(stored()).toMatchObject({
      reason: 'started',
      document: {
        name: 'New drive',
        // Engine speeds stand in, and are said to.
        engine: { crankTurns: 'ccw', assumed: ['idleRpm', 'cruiseRpm', 'maxRpm'] },
        shafts: [
          { kind: 'crank', x: 0, y: 0 },
          { kind: 'fan', name: 'Fan', x: null, y: null },
          { kind: 'alternator', x: null, y: null },
        ],
        pulleys: [
          { diameter: null, grooves: 6 },
          { diameter: null, grooves: 6 },
          { diameter: null, grooves: 6 },
        ],
        // What was tapped is on the belt; in which order it runs nobody has said.
        belts: [
          {
            section: 'PK',
            ribs: 6,
            assumed: ['route'],
            route: [
              { pulley: 'crank.1', contact: 'ribs' },
              { pulley: 'fan.1', contact: 'ribs' },
              { pulley: 'alternator.1', contact: 'ribs' },
            ],
            length: null,
          },
        ],
      },
    })
  })

  test('parts cut for the belt follow it when its ribs change', async () => {
    show(<NewDriveScreen />)
    await tap('Fan')
    const ribs = screen.getByRole('textbox', { name: 'Ribs' })
    await userEvent.clear(ribs)
    await userEvent.type(ribs, '8')
    expect(parts()[1]).toMatch(/^Fan 8 grooves/)
  })

  test('no grooves, half a rib and too many of them are refused in a sentence; the number there stays', async () => {
    show(<NewDriveScreen />)
    await tap('Fan')
    const ribs = screen.getByRole('textbox', { name: 'Ribs' })
    for (const [typed, sentence] of [
      ['0', 'Enter 1 or more.'],
      ['2.5', 'Enter a whole number.'],
      ['40', /30.*or less/],
      ['six', /is not a figure/],
    ] as const) {
      await userEvent.clear(ribs)
      await userEvent.type(ribs, typed)
      expect(screen.getByRole('alert').textContent).toMatch(sentence)
    }
    expect(parts()[1]).toMatch(/^Fan [46] grooves/)
  })

  test('a second belt goes along, and can be left out again', async () => {
    show(<NewDriveScreen />)
    await tap('Add a belt')
    await tap('Add a belt')
    await tap('Remove Belt 3')
    await tap('Start measuring')
    expect(await screen.findByText('elsewhere')).not.toBeNull()
    expect(stored()?.document.belts.map(({ name, section }) => [name, section])).toEqual([
      ['Main belt', 'PK'],
      ['Belt 2', 'V13'],
    ])
  })

  test('with several belts each part says which it is on, and gets a pulley for each', async () => {
    show(<NewDriveScreen />)
    await tap('Add a belt')
    await tap('Alternator')
    await tap('Fan')
    // The next part is most likely on the belt that has none yet.
    const onFan = within(screen.getByRole('group', { name: 'Belts on Fan' }))
    expect(onFan.getByRole('button', { name: 'Belt 2' }).getAttribute('aria-pressed')).toBe('true')
    await userEvent.click(onFan.getByRole('button', { name: 'Main belt' }))
    await userEvent.clear(screen.getByRole('textbox', { name: 'Belt 2, side by side' }))
    await userEvent.type(screen.getByRole('textbox', { name: 'Belt 2, side by side' }), '2')
    await tap('Start measuring')
    expect(await screen.findByText('elsewhere')).not.toBeNull()
    const { pulleys, belts } = stored()?.document ?? { pulleys: [], belts: [] }
    expect(pulleys.map(({ shaft, face }) => [shaft, face])).toEqual([
      ['crank', 'ribbed'],
      ['crank', 'vee'],
      ['alternator', 'ribbed'],
      ['fan', 'ribbed'],
      ['fan', 'vee'],
    ])
    expect(belts.map(({ count, route }) => [count, route.map(({ pulley }) => pulley)])).toEqual([
      [1, ['crank.1', 'alternator.1', 'fan.1']],
      [2, ['crank.2', 'fan.2']],
    ])
  })

  test('the part that takes up the slack is said with its kind; nothing of the adjuster is read yet', async () => {
    show(<NewDriveScreen />)
    await tap('Alternator')
    await tap('Tensioner')
    await tap('Tensioner tightens the belt')
    expect(screen.getByRole('combobox', { name: 'How Tensioner is moved' })).not.toBeNull()
    // Said and taken back.
    await tap('Alternator tightens the belt')
    await tap('Alternator tightens the belt')
    await tap('Start measuring')
    expect(await screen.findByText('elsewhere')).not.toBeNull()
    const { adjusters, belts } = stored()?.document ?? { adjusters: [], belts: [] }
    expect(adjusters).toMatchObject([{ kind: 'spring-arm', shaft: 'tensioner' }])
    expect(belts.map(({ adjuster }) => adjuster)).toEqual([adjusters[0]?.id])
    const { assumed = [] } = adjusters[0] ?? {}
    expect(
      Object.keys(adjusters[0] ?? {})
        .filter((key) => !assumed.includes(key))
        .toSorted(),
    ).toEqual(['assumed', 'id', 'kind', 'shaft'])
  })

  test('belts are put into their order from the front, or left without one', async () => {
    show(<NewDriveScreen />)
    await tap('Add a belt')
    await tap('Nearer: Belt 2')
    await tap('Start measuring')
    expect(await screen.findByText('elsewhere')).not.toBeNull()
    expect(stored()?.document.belts.map(({ fromFront }) => fromFront)).toEqual([2, 1])
  })

  test('a server that is away loses nothing of it', async () => {
    server.answers['POST /drives'] = 'away'
    show(<NewDriveScreen />)
    await tap('Fan')
    await tap('Start measuring')
    expect(await screen.findByText(/^The Emery server is not responding\./)).not.toBeNull()
    expect(parts()).toHaveLength(2)
  })

  test('or begin with a made-up drive, as a copy', async () => {
    const document = demoDrive('kiln-blower')
    server.answers['GET /examples'] = {
      status: 200,
      json: { examples: [{ id: 'k', name: 'Kiln tractor, Blower drive', document }] },
    }
    show(<NewDriveScreen />)
    await userEvent.click(await screen.findByRole('button', { name: 'Kiln tractor, Blower drive' }))
    expect(await screen.findByText('elsewhere')).not.toBeNull()
    expect(stored()?.document.name).toBe('Blower drive, copy')
  })
})
