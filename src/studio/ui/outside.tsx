import type { ReactNode } from 'react'

/** Text that came from outside: it breaks where it must, and which way it runs is nobody else's matter (UAX #9). */
export const Outside = ({ children }: { children: ReactNode }) => <bdi className="wrap-anywhere">{children}</bdi>
