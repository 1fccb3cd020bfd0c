'use client'

import { Building2 } from 'lucide-react'
import type { StudioKind } from './kind'

export const company: StudioKind<'company'> = { Mark: Building2 }
