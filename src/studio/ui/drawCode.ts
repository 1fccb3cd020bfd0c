/** Dots across, of the picture to print: fine enough for a poster. */
const PRINTED = 1200

/** A text as a code for telephones to read (ISO/IEC 18004), as a drawing and as a picture to print. */
export async function drawCode(text: string): Promise<{ drawn: string; picture: string }> {
  const { toDataURL, toString } = await import('qrcode')
  const drawn = await toString(text, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' })
  return {
    drawn: `data:image/svg+xml,${encodeURIComponent(drawn)}`,
    picture: await toDataURL(text, { margin: 2, errorCorrectionLevel: 'M', width: PRINTED }),
  }
}
