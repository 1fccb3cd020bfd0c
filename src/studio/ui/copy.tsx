'use client'

import { Button } from './button'
import { toast } from './toast'

/** Copies a text; `what` is what it is, for those who hear the page. */
export const Copy = ({ what, text }: { what: string; text: string }) => (
  <Button
    aria-label={`Copy the ${what}`}
    onClick={() =>
      void navigator.clipboard.writeText(text).then(
        () => toast('Copied'),
        () => toast('The browser did not allow copying. Select it instead.'),
      )
    }
  >
    Copy
  </Button>
)
