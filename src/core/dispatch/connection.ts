import type { TargetName } from './targets/bodies'

/** One outside place that deliveries of a workspace go to, as plans and the studio see it: without its secrets. */
export interface Connection {
  name: string
  title: string
  target: TargetName
  /** What anybody of the workspace may see of its settings. */
  settings: Readonly<Record<string, string>>
  /** Whether forms send here unless they say otherwise. */
  everyForm: boolean
  /** Retired ones get nothing any more; what was sent keeps their name. */
  retired: boolean
}
