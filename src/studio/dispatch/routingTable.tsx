'use client'

import type { Form } from '@/core/form/definition'
import {
  addColumn,
  addRoute,
  moveRoute,
  removeColumn,
  removeRoute,
  setCell,
  setHit,
  setOtherwise,
  updateRoute,
} from '@/core/form/routing_edits'
import { labelAt, pathsIn } from '@/core/form/values'
import { describeCell } from '@/core/logic/describe'
import { vocabularyOf } from '@/core/form/vocabulary'
import { Popover } from 'radix-ui'
import { ExpectationEditor, firstExpectation } from '../compose/condition'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { ChoiceField } from '../ui/field'

/** The routing table: conditions at the left, who is told and with which message at the right. */
export function RoutingTable() {
  const { form, edit, resources, facts } = useDraft((state) => state)
  const { columns, rows, otherwise } = form.routing
  const desks = resources.desks.map(({ name, title }) => [name, title] as const)
  const messages = form.messages.filter(({ to }) => to === 'desk').map(({ name, title }) => [name, title] as const)
  const firstDesk = desks[0]?.[0]
  const firstMessage = messages[0]?.[0]
  const unused = pathsIn(form).filter((path) => !columns.includes(path))
  const ready = firstDesk !== undefined && firstMessage !== undefined
  return (
    <section>
      <h2 className="mb-1.5">
        Who hears about a submission <span className="font-normal text-soft">— read top down</span>
      </h2>
      <div className="mb-2">
        <ChoiceField
          hideLabel
          label="How the table is read"
          className="max-w-96"
          value={form.routing.hit}
          options={[
            ['first', 'the first row that fits tells its desk'],
            ['all', 'every row that fits tells its desk, each the same once'],
          ]}
          onCommit={(hit) => edit((one) => setHit(one, hit as typeof form.routing.hit))}
        />
      </div>
      <div className="overflow-x-auto">
        <table className="sheet border border-rule">
          <thead>
            <tr>
              <th className="w-14">Row</th>
              {columns.map((name) => (
                <th key={name} className="bg-amber-bg text-amber!">
                  <span className="flex items-center gap-1">
                    <span className="max-w-32 truncate" title={labelAt(form, name)}>
                      {labelAt(form, name)}
                    </span>
                    <button
                      type="button"
                      aria-label={`Take away the column ${labelAt(form, name)}`}
                      onClick={() => edit((one) => removeColumn(one, name))}
                    >
                      ×
                    </button>
                  </span>
                </th>
              ))}
              <th className="bg-plum-bg text-plum!">Tell</th>
              <th className="bg-plum-bg text-plum!">With</th>
              <th title="Arrivals at the live release’s rows in the last 30 days">Live, 30 d</th>
              <th>
                <span className="sr-only">Change the row</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row, index) => (
              <tr key={index}>
                <td className="text-soft">{index + 1}</td>
                {columns.map((name) => (
                  <td key={name} className="bg-white">
                    <Cell form={form} name={name} index={index} />
                  </td>
                ))}
                <td className="min-w-36">
                  <ChoiceField
                    hideLabel
                    label={`Desk told by row ${index + 1}`}
                    value={row.desk}
                    options={desks}
                    onCommit={(desk) => edit((one) => updateRoute(one, index, { desk }))}
                  />
                </td>
                <td className="min-w-36">
                  <ChoiceField
                    hideLabel
                    label={`Message of row ${index + 1}`}
                    value={row.message}
                    options={messages}
                    onCommit={(message) => edit((one) => updateRoute(one, index, { message }))}
                  />
                </td>
                <td className="text-right">{facts.routed[String(index + 1)] ?? 0}</td>
                <td className="whitespace-nowrap">
                  <Button
                    look="quiet"
                    aria-label={`Move row ${index + 1} up`}
                    disabled={index === 0}
                    onClick={() => edit((one) => moveRoute(one, index, -1))}
                  >
                    ↑
                  </Button>
                  <Button
                    look="quiet"
                    aria-label={`Move row ${index + 1} down`}
                    disabled={index === rows.length - 1}
                    onClick={() => edit((one) => moveRoute(one, index, 1))}
                  >
                    ↓
                  </Button>
                  <Button
                    look="quiet"
                    aria-label={`Delete row ${index + 1}`}
                    onClick={() => edit((one) => removeRoute(one, index))}
                  >
                    ×
                  </Button>
                </td>
              </tr>
            ))}
            <tr>
              <td colSpan={columns.length + 1} className="text-soft">
                Otherwise{otherwise === null && ', tell the form’s owner with a plain copy'}
              </td>
              {otherwise ? (
                <>
                  <td>
                    <ChoiceField
                      hideLabel
                      label="Desk told otherwise"
                      value={otherwise.desk}
                      options={desks}
                      onCommit={(desk) => edit((one) => setOtherwise(one, { ...otherwise, desk }))}
                    />
                  </td>
                  <td>
                    <ChoiceField
                      hideLabel
                      label="Message otherwise"
                      value={otherwise.message}
                      options={messages}
                      onCommit={(message) => edit((one) => setOtherwise(one, { ...otherwise, message }))}
                    />
                  </td>
                  <td className="text-right">{facts.routed.otherwise ?? 0}</td>
                  <td>
                    <Button
                      look="quiet"
                      aria-label="Take away the otherwise row"
                      onClick={() => edit((one) => setOtherwise(one, null))}
                    >
                      ×
                    </Button>
                  </td>
                </>
              ) : (
                <td colSpan={4}>
                  <Button
                    disabled={!ready}
                    onClick={() =>
                      ready && edit((one) => setOtherwise(one, { desk: firstDesk, message: firstMessage }))
                    }
                  >
                    Tell a desk instead
                  </Button>
                </td>
              )}
            </tr>
          </tbody>
        </table>
      </div>
      <div className="mt-2 flex items-center gap-2">
        <Button disabled={!ready} onClick={() => ready && edit((one) => addRoute(one, firstDesk, firstMessage))}>
          Add a row
        </Button>
        {unused.length > 0 && (
          <ChoiceField
            hideLabel
            label="Add a column"
            className="max-w-60"
            value=""
            options={[['', 'Add a column…'], ...unused.map((name) => [name, labelAt(form, name)] as const)]}
            onCommit={(name) => name && edit((one) => addColumn(one, name))}
          />
        )}
        {!ready && <span className="text-soft">Rows need a desk and a message to a desk.</span>}
      </div>
    </section>
  )
}

/** What one value must be for a row to fit; anything, until it is set. */
function Cell({ form, name, index }: { form: Form; name: string; index: number }) {
  const edit = useDraft((state) => state.edit)
  const cell = form.routing.rows[index]?.cells[name]
  const what = `Row ${index + 1}, ${labelAt(form, name)}`
  return (
    <Popover.Root>
      <Popover.Trigger
        className={`w-full rounded-sm text-left ${cell ? '' : 'text-soft'}`}
        aria-label={`${what}: ${cell ? describeCell(vocabularyOf(form), name, cell) : 'anything'}`}
      >
        {cell ? describeCell(vocabularyOf(form), name, cell).replace(/^is /, '') : 'anything'}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="start" className="z-30 w-80 rounded-md border border-edge bg-paper p-2.5">
          {cell ? (
            <>
              <div className="grid grid-cols-[110px_1fr] items-center gap-2">
                <ExpectationEditor
                  vocabulary={vocabularyOf(form)}
                  path={name}
                  expectation={cell}
                  onChange={(next) => edit((one) => setCell(one, index, name, next))}
                />
              </div>
              <Button look="quiet" className="mt-2" onClick={() => edit((one) => setCell(one, index, name, null))}>
                May be anything
              </Button>
            </>
          ) : (
            <Button
              onClick={() => edit((one) => setCell(one, index, name, firstExpectation(vocabularyOf(form), name)))}
            >
              Set what it must be
            </Button>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
