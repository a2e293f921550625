import { beforeEach, describe, expect, it, vi } from 'vitest'

import { ApiError, unreadable } from '@/shared/api/client'

import { formSender, giveUp, hears, idOf, markState, sendUntilAnswered } from './outbox'

const lost = () => new ApiError(0, 'lost', 'no answer')

describe('a mark on its way', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    vi.stubGlobal('navigator', { onLine: true })
    vi.stubGlobal('window', globalThis)
    vi.stubGlobal('addEventListener', () => {})
    vi.stubGlobal('removeEventListener', () => {})
  })

  it('keeps its row dead until it is answered, and deaf for a moment after', async () => {
    let settle: (kept: string) => void = () => {}
    const sent = sendUntilAnswered(['1/2'], () => new Promise<string>((resolve) => (settle = resolve)))
    expect(markState('1/2')).toBe('sending')
    expect(hears('1/2')).toBe(false)
    settle('kept')
    expect(await sent).toBe('kept')
    expect(markState('1/2')).toBeNull()
    expect(hears('1/2')).toBe(false)
    vi.advanceTimersByTime(900)
    expect(hears('1/2')).toBe(true)
  })

  it('is sent again as often as its answer is lost, and is then one event', async () => {
    let times = 0
    const ids = new Set<string>()
    const sent = sendUntilAnswered(['1/3'], (mark) => {
      times += 1
      ids.add(idOf(mark) + mark.headers['Occurred-At'])
      return times < 3 ? Promise.reject(lost()) : Promise.resolve('kept')
    })
    await vi.advanceTimersByTimeAsync(0)
    expect(markState('1/3')).toBe('unsure')
    await vi.advanceTimersByTimeAsync(7_000)
    expect(await sent).toBe('kept')
    expect([times, ids.size]).toEqual([3, 1])
  })

  it('is not sent again when the server says no, nor without a connection', async () => {
    const no = vi.fn(() => Promise.reject(new ApiError(400, 'out_of_range', 'too much')))
    await expect(sendUntilAnswered(['1/4'], no)).rejects.toThrow('too much')
    expect(no).toHaveBeenCalledTimes(1)
    vi.stubGlobal('navigator', { onLine: false })
    const never = vi.fn(() => Promise.resolve('kept'))
    await expect(sendUntilAnswered(['1/4'], never)).rejects.toThrow('was not kept')
    expect(never).not.toHaveBeenCalled()
    expect(markState('1/4')).toBeNull()
  })

  it('can be given up', async () => {
    const sent = sendUntilAnswered(['1/5'], () => Promise.reject(lost()))
    const ended = expect(sent).rejects.toThrow('Not sent again')
    await vi.advanceTimersByTimeAsync(0)
    giveUp('1/5')
    await ended
    expect(markState('1/5')).toBeNull()
  })
})

describe('what a form holds', () => {
  it('goes under one id until the server has answered, and under a new one once it was changed', async () => {
    const ids: string[] = []
    let outcome: () => Promise<string> = () => Promise.reject(lost())
    const sender = formSender((_: { litres: number }, mark) => {
      ids.push(idOf(mark))
      return outcome()
    })
    await expect(sender.send({ litres: 5 })).rejects.toThrow()
    await expect(sender.send({ litres: 5 })).rejects.toThrow()
    await expect(sender.send({ litres: 6 })).rejects.toThrow()
    outcome = () => Promise.reject(new ApiError(400, 'out_of_range', 'too much'))
    await expect(sender.send({ litres: 6 })).rejects.toThrow('too much')
    outcome = () => Promise.resolve('kept')
    await sender.send({ litres: 6 })
    await sender.send({ litres: 6 })
    expect([ids[0] === ids[1], ids[1] === ids[2], ids[2] === ids[3]]).toEqual([true, false, true])
    expect(new Set(ids).size).toBe(4)
    expect(sender.lastId()).toBe(ids[5])
  })
})

describe('a body with a number that is none', () => {
  it('is found wherever it stands', () => {
    expect(unreadable({ a: 1, b: [{ c: null }, { c: NaN }] })).toBe('b[1].c')
    expect(unreadable({ length_m: NaN })).toBe('length_m')
    expect(unreadable({ a: 0, b: 'NaN', c: [] })).toBe('')
  })
})
