import type { ReactNode } from 'react'

/** An empty place says what to do first. */
export const Empty = ({ title, children }: { title: string; children: ReactNode }) => (
  <div className="m-4 rounded-md border border-dashed border-edge p-6 text-center">
    <p className="font-semibold">{title}</p>
    <p className="mt-1 text-soft">{children}</p>
  </div>
)
