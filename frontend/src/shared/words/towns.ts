/** A town with its place and zone. */
export interface Town {
  value: string
  latitude: number
  longitude: number
  time_zone: string
}
const MOST_SHOWN = 12
const bare = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
const tidy = (v: number) => Math.round(v * 100) / 100

/** Towns whose name begins as typed, the largest first. The list is loaded when the first letters are there. */
export async function townsLike(typed: string): Promise<Town[]> {
  const sought = bare(typed.trim())
  if (sought.length < 2) return []
  const { cityMapping } = await import('city-timezones')
  return cityMapping
    .filter((c) => bare(c.city).startsWith(sought) || bare(c.city_ascii).startsWith(sought))
    .sort((a, b) => b.pop - a.pop)
    .slice(0, MOST_SHOWN)
    .map((c) => ({
      value: [c.city, c.province, c.country].filter((x, i, all) => x && all.indexOf(x) === i).join(', '),
      latitude: tidy(c.lat),
      longitude: tidy(c.lng),
      time_zone: c.timezone,
    }))
}
