/** What of a browser's page is asked: those of both libraries that drive one can be. */
interface Watched {
  frames(): { evaluate(look: () => Promise<void>): Promise<void> }[]
}

/**
 * Waits until a page and what it frames are loaded with their letters, and for half a second nothing came to them and
 * nothing changed in them. The page itself is asked: what a browser's driver counts as under way now and then never
 * ends.
 */
export async function untilStill(page: Watched): Promise<void> {
  const [whole] = page.frames()
  await whole?.evaluate(watch)
  const framed = page.frames().slice(1)
  await Promise.all(framed.map((frame) => frame.evaluate(watch)))
}

/** Runs in the page. */
async function watch(): Promise<void> {
  if (document.readyState !== 'complete') await new Promise((loaded) => addEventListener('load', loaded))
  await document.fonts.ready
  await new Promise<void>((still) => {
    let waiting: ReturnType<typeof setTimeout>
    const again = () => {
      clearTimeout(waiting)
      waiting = setTimeout(() => {
        comes.disconnect()
        changes.disconnect()
        still()
      }, 500)
    }
    const comes = new PerformanceObserver(again)
    const changes = new MutationObserver(again)
    again()
    comes.observe({ type: 'resource' })
    changes.observe(document, { subtree: true, childList: true, attributes: true, characterData: true })
  })
}
