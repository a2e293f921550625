import createClient, { type Middleware } from 'openapi-fetch'

import type { components, paths } from './schema'

export type Schemas = components['schemas']

/** What the server said no with: a stable code, readable text, and the fields it is about. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    text: string,
    readonly fields: { field: string; text: string }[] = [],
  ) {
    super(text)
  }
}

function cookie(name: string): string {
  return (
    document.cookie
      .split('; ')
      .find((c) => c.startsWith(`${name}=`))
      ?.slice(name.length + 1) ?? ''
  )
}

const csrf: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', cookie('csrftoken'))
    return request
  },
}

const client = createClient<paths>({ baseUrl: '/', credentials: 'same-origin' })
client.use(csrf)
export const api = client

/** The data of an answer, or an ApiError; a lost connection is one too, so that a form can say so. */
export async function answer<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let result
  try {
    result = await call
  } catch {
    throw new ApiError(
      0,
      'offline',
      'The garden cannot be reached. Nothing was saved; what you typed is still here.',
    )
  }
  if (result.response.ok) return result.data as T
  const body = (result.error ?? {}) as {
    code?: string
    text?: string
    fields?: { field: string; text: string }[]
  }
  throw new ApiError(
    result.response.status,
    body.code ?? 'error',
    body.text || 'The server could not do that just now. Nothing was saved; try again in a moment.',
    body.fields ?? [],
  )
}

/** A new id for something that happened; the same id twice is one event. */
export function newId(): string {
  if (typeof crypto.randomUUID === 'function') return crypto.randomUUID()
  const b = crypto.getRandomValues(new Uint8Array(16))
  b[6] = (b[6]! & 0x0f) | 0x40
  b[8] = (b[8]! & 0x3f) | 0x80
  const hex = [...b].map((x) => x.toString(16).padStart(2, '0')).join('')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`
}
