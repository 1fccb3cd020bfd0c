'use client'

import { AtSign } from 'lucide-react'
import type { StudioKind } from './kind'

export const email: StudioKind<'email'> = { Mark: AtSign }
