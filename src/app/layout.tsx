import '@fontsource-variable/public-sans'
import '@fontsource-variable/spline-sans-mono'
import '@/studio/studio.css'
import type { Metadata } from 'next'
import type { ReactNode } from 'react'

export const metadata: Metadata = { title: { default: 'Lichen', template: '%s · Lichen' } }

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>{children}</body>
    </html>
  )
}
