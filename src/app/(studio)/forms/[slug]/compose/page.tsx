import { listThemes, listThemeUses } from '@/db/queries/themes'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { listLikelyPeople } from '@/server/forms/tried'
import { visitorAssets } from '@/server/visitor/assets'
import { Ledger } from '@/studio/compose/ledger'
import { Tries } from '@/studio/compose/tries'
import { ComposeParts } from '@/studio/compose/parts'
import { VisitorView } from '@/studio/compose/visitorView'
import { FormWording } from '@/studio/compose/wording'
import { Languages } from '@/studio/languages/languages'
import { Look } from '@/studio/look/look'

export default memberPage('read', async ({ workspaceId, rights }, { search }) => {
  const { db } = context()
  const part = (['look', 'languages', 'tries'] as const).find((one) => one === search.part) ?? 'questions'
  const [people, themes, uses] = await Promise.all([
    rights.has('people') ? listLikelyPeople(db, workspaceId) : [],
    listThemes(db, workspaceId),
    part === 'look' ? listThemeUses(db, workspaceId) : [],
  ])
  return (
    <main
      aria-label="Compose"
      className="grid h-[calc(100vh-142px)] min-h-[560px] border-t min-[900px]:grid-cols-[minmax(0,1fr)_auto] border-rule"
    >
      <div className="flex min-w-0 flex-col overflow-hidden">
        <ComposeParts part={part} />
        {part === 'look' ? (
          <>
            <link rel="stylesheet" href={`/${visitorAssets().faces}`} precedence="default" />
            <Look themes={themes} uses={uses} />
          </>
        ) : part === 'languages' ? (
          <Languages />
        ) : part === 'tries' ? (
          <Tries />
        ) : (
          <>
            <FormWording />
            <Ledger />
          </>
        )}
      </div>
      <VisitorView people={people} themes={themes} />
    </main>
  )
})
