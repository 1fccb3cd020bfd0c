'use client'

import { Button } from '@/studio/ui/button'

/** What the studio shows when a page could not be made, as while the database is away. */
export default function Failed({ reset }: { error: Error; reset: () => void }) {
  return (
    <main className="mx-auto mt-[18vh] max-w-md text-center">
      <h1>This page could not be shown</h1>
      <p className="mt-2 mb-4 text-soft">
        Lichen may be without its database for a moment. Nothing that was saved or sent is lost.
      </p>
      <Button look="main" onClick={reset}>
        Try again
      </Button>
    </main>
  )
}
