import type { LucideIcon } from 'lucide-react'
import type { ComponentType } from 'react'
import type { Question } from '@/core/form/definition'

/** What a kind's settings get: the question and a way to change it. */
export interface SettingsProps<K extends Question['kind'] = Question['kind']> {
  question: Extract<Question, { kind: K }>
  onChange: (change: Partial<Extract<Question, { kind: K }>>, key: string) => void
}

/** What the studio shows of a kind. */
export interface StudioKind<K extends Question['kind'] = Question['kind']> {
  Mark: LucideIcon
  /** The settings that only this kind has, as they are wanted most of the time; left out where it has none. */
  Settings?: ComponentType<SettingsProps<K>>
  /** Those that are wanted now and then: folded away, and told in a line where they are otherwise than usual. */
  rarer?: {
    /** The parts of the question that they set. */
    sets: readonly (keyof Extract<Question, { kind: K }>)[]
    Settings: ComponentType<SettingsProps<K>>
  }
}
