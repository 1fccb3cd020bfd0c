'use client'

import { Ticket } from 'lucide-react'
import type { StudioKind } from './kind'

export const referral_code: StudioKind<'referral_code'> = { Mark: Ticket }
