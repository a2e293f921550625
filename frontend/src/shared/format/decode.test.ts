import { describe, expect, it } from 'vitest'

import { decoded } from './decode'

describe('the text of a file', () => {
  it('is read as it was written, and a guess is told', () => {
    expect(decoded(new TextEncoder().encode('Möhre,2'))).toEqual({ text: 'Möhre,2', as: null })
    expect(decoded(new Uint8Array([0xef, 0xbb, 0xbf, 0x61]))).toEqual({ text: 'a', as: null })
    expect(decoded(new Uint8Array([0xff, 0xfe, 0x4d, 0x00, 0xf6, 0x00]))).toEqual({ text: 'Mö', as: null })
    expect(decoded(new Uint8Array([0x4d, 0xf6, 0xdf]))).toEqual({ text: 'Möß', as: 'windows-1252' })
  })
})
