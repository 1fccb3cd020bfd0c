/** What is known of the forms there are, to choose from. */
export interface KnownForm {
  slug: string
  name: string
  folder: string
  campaign: string
}

/** A datalist of the texts that other forms have in a place. */
export const KnownTexts = ({
  id,
  of,
  known,
}: {
  id: string
  of: 'folder' | 'campaign'
  known: readonly KnownForm[]
}) => (
  <datalist id={id}>
    {[...new Set(known.map((form) => form[of]).filter(Boolean))].map((text) => (
      <option key={text} value={text} />
    ))}
  </datalist>
)
