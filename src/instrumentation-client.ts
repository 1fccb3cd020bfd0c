import { keepPolicy } from '@/studio/frame/policy'

// Runs before any other script of a page: whatever order those come in, none of them tries what it may not.
keepPolicy()
