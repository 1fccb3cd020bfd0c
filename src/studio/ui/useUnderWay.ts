'use client'

import { useRouter } from 'next/navigation'
import { useEffect } from 'react'

/** While something goes on, the page is read anew so often, in milliseconds. */
const AGAIN = 800

/** Reads the page anew again and again while something that it tells of goes on by itself. */
export function useUnderWay(isUnderWay: boolean): void {
  const router = useRouter()
  useEffect(() => {
    if (!isUnderWay) return
    const timer = setInterval(() => router.refresh(), AGAIN)
    return () => clearInterval(timer)
  }, [isUnderWay, router])
}
