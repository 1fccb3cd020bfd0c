import { Signature } from 'lucide-react'
import type { StudioKind } from './kind'

export const signature: StudioKind<'signature'> = { Mark: Signature }
