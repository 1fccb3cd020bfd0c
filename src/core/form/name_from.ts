import anyAscii from 'any-ascii'
import { FREE_MERGE_NAMES } from '../answers/name'

/**
 * A name made from wording in any writing: “How hot do you fire?” → `how_hot_do_you_fire`, “Печь” → `pech`;
 * never one of `taken`. It stands by itself, since the letters of all writings weigh half a megabyte: only what makes
 * names loads them.
 */
export function nameFrom(wording: string, taken: Iterable<string>): string {
  const plain = anyAscii(wording)
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
  const stem = plain.slice(0, 40).replace(/_+$/, '') || 'value'
  const used = new Set([...taken, ...FREE_MERGE_NAMES])
  let name = stem
  for (let n = 2; used.has(name); n++) name = `${stem}_${n}`
  return name
}
