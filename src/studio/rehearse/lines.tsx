import { Outside } from '../ui/outside'

/** Lines of a plan that goes otherwise, under what it is the plan of. */
export const Lines = ({ title, lines }: { title: string; lines: readonly string[] }) =>
  lines.length > 0 && (
    <div className="mt-1 grid grid-cols-[76px_minmax(0,1fr)]">
      <span className="text-soft">{title}</span>
      <ul>
        {lines.map((line) => (
          <li key={line}>
            <Outside>{line}</Outside>
          </li>
        ))}
      </ul>
    </div>
  )
