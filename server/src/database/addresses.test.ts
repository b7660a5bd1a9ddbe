import { describe, expect, test } from '@jest/globals'
import { readDatabaseUrl, urlOf } from './addresses.ts'

describe('the address of a database', () => {
  test.each([
    ['mysql://emery:pw@127.0.0.1:3307/emery', [{ host: '127.0.0.1', port: 3307 }]],
    ['mysql://emery:pw@db/emery', [{ host: 'db', port: 3306 }]],
    ['mysql://emery:pw@[fd00::1]:3307/emery', [{ host: 'fd00::1', port: 3307 }]],
    [
      'mysql://emery:pw@10.0.0.1:3306,10.0.0.2,db-3.lan:3308/emery',
      [
        { host: '10.0.0.1', port: 3306 },
        { host: '10.0.0.2', port: 3306 },
        { host: 'db-3.lan', port: 3308 },
      ],
    ],
  ])('%s', (url, nodes) => {
    expect(readDatabaseUrl(url)).toEqual({ nodes, user: 'emery', password: 'pw', database: 'emery' })
  })

  test('signs in a name or a password stand as they are meant, there and back', () => {
    const password = 'a:b@c/d,e%f ü'
    const url = urlOf({ user: 'em:ery', password, database: 'emery' }, { host: 'fd00::1', port: 3307 })
    expect(readDatabaseUrl(url)).toMatchObject({ user: 'em:ery', password, nodes: [{ host: 'fd00::1', port: 3307 }] })
  })

  test.each([
    '',
    'emery',
    'http://emery:pw@db/emery',
    'mysql://db/emery',
    'mysql://emery:pw@/emery',
    'mysql://emery:pw@db:99999/emery',
    'mysql://emery:pw@db,/emery',
    'mysql://emery:%E0%A4%A@db/emery',
    'mysql://emery:pw@db/',
  ])('%p is none', (url) => {
    expect(readDatabaseUrl(url)).toBeNull()
  })
})
