import createClient, { type Middleware } from 'openapi-fetch'

import { faultText, fieldName, namedFault, type Refused } from '@/shared/words/faults'

import type { components, paths } from './schema'

export type Schemas = components['schemas']

/** What the server said no with: a stable code, readable text, and the fields it is about. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    text: string,
    /** `named`: with what it is about. `told`: as the server says it, for files, whose fields no form shows. */
    readonly fields: { field: string; text: string; told?: string; named?: string }[] = [],
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

/** Who uses this page, as it was opened. */
export const me = { name: '' }
const csrf: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') {
      request.headers.set('X-CSRFToken', cookie('csrftoken'))
      if (me.name) request.headers.set('As-Person', encodeURIComponent(me.name))
    }
    return request
  },
}

/** Where a number in a body could not be read from what was typed; empty where all could. */
export function unreadable(value: unknown, at = ''): string {
  if (typeof value === 'number') return Number.isNaN(value) ? at || 'body' : ''
  if (value === null || typeof value !== 'object') return ''
  for (const [key, inner] of Object.entries(value)) {
    const found = unreadable(inner, Array.isArray(value) ? `${at}[${key}]` : at ? `${at}.${key}` : key)
    if (found) return found
  }
  return ''
}

/** A body as JSON. What is not a number is never sent: JSON would make it an empty field, and that means another thing. */
function bodyText(body: unknown): string {
  const field = unreadable(body)
  if (!field) return JSON.stringify(body)
  const text = 'what stands there is no number. Nothing was kept yet.'
  throw new ApiError(0, 'unreadable', `${fieldName(field)}: ${text}`, [{ field, text }])
}

const client = createClient<paths>({
  baseUrl: '/',
  credentials: 'same-origin',
  bodySerializer: (body) => bodyText(body),
})

const UNREACHED = 'The garden cannot be reached just now.'
const OFFLINE = 'No connection: nothing was kept. What you typed is still here.'
const LOST =
  'The garden did not answer, so it is not known whether this was kept. What you typed is still here.'

const unanswered: Middleware = {
  onError({ request }) {
    if (request.method === 'GET') return new ApiError(0, 'lost', UNREACHED)
    return navigator.onLine ? new ApiError(0, 'lost', LOST) : new ApiError(0, 'offline', OFFLINE)
  },
}
client.use(csrf, unanswered)
export const api = client

/**
 * The data of an answer, or an ApiError. Its code is `offline` where nothing could be sent, and `lost` where something
 * was sent and no answer came.
 */
export async function answer<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let result
  try {
    result = await call
  } catch (error) {
    throw error instanceof ApiError ? error : new ApiError(0, 'lost', LOST)
  }
  if (result.response.ok) return result.data as T
  const body = (result.error ?? {}) as {
    code?: string
    text?: string
    fields?: Refused[]
  }
  const refused = (body.fields ?? []).filter((f) => f.field)
  throw new ApiError(
    result.response.status,
    body.code ?? 'error',
    refused.map(namedFault).join(' ') ||
      body.text ||
      'The server could not do that just now. Nothing was kept; try again in a moment.',
    refused.map((f) => ({ field: f.field, text: faultText(f), told: f.text, named: namedFault(f) })),
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
