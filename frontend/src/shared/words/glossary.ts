import terms from '../../../../docs/glossary.json'

export interface GlossaryEntry {
  key: string
  term: string
  symbol: string
  unit: string
  plain: string
  source: string
}
/** The terms that a gardener meets, each explained once; the same list stands in the documents. */
export const GLOSSARY: GlossaryEntry[] = terms
export const explained = (key: string): GlossaryEntry | undefined => GLOSSARY.find((x) => x.key === key)
