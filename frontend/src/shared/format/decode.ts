/**
 * A file's text: UTF-8, or UTF-16 where its first bytes say so; else what is usual on old desks. as: the latter's name,
 * since it is a guess that somebody should look at.
 */
export function decoded(bytes: Uint8Array): { text: string; as: string | null } {
  const marked =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? 'utf-16le'
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? 'utf-16be'
        : 'utf-8'
  try {
    return { text: new TextDecoder(marked, { fatal: true }).decode(bytes), as: null }
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), as: 'windows-1252' }
  }
}
