'use client'

/** The first thing the keyboard comes to: past the head, to what the place is about. */
export const SkipToPlace = () => (
  <a
    href="#place"
    className="fixed -top-20 left-4 z-50 rounded-md bg-paper px-3 py-1.5 text-ink focus:top-2"
    onClick={(event) => {
      const place = document.querySelector('main')
      if (!place) return
      event.preventDefault()
      place.tabIndex = -1
      place.focus()
    }}
  >
    Skip to this place
  </a>
)
