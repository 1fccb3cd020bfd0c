import type { Answer, Path } from '../answers/answer'
import type { Domain } from '../answers/kind'

/** What conditions can be about: what can stand at each path, what that is called, and its answers in words. */
export interface Vocabulary {
  /** Paths that a new test may look at. */
  paths: readonly Path[]
  /** Everything that can stand at a path; `null` where there is no such path. */
  domainAt(path: Path): Domain | null
  labelAt(path: Path): string
  showAt(path: Path, answer: Answer): string
}
