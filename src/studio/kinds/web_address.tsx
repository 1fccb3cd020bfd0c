'use client'

import { Globe } from 'lucide-react'
import type { StudioKind } from './kind'

export const web_address: StudioKind<'web_address'> = { Mark: Globe }
