/** What a stretch of a bar stands for; colours are roles, the same everywhere. */
type Look = 'moves on' | 'leaves' | 'range'

const FILLS: Record<Look, string> = {
  'moves on': 'fill-moss-bar',
  leaves: 'fill-[url(#leaves)]',
  range: 'fill-soft',
}

interface Stretch {
  /** From 0 to 1. */
  from: number
  to: number
  look: Look
}

interface Props {
  stretches: readonly Stretch[]
  /** A mark on it, from 0 to 1. */
  point?: number
  className?: string
}

/** Stretches of a line from 0 to 1, drawn: the figures always stand beside it in words. */
export function Bar({ stretches, point, className = '' }: Props) {
  return (
    <svg aria-hidden="true" className={`block w-full overflow-visible ${className}`}>
      <defs>
        <pattern id="leaves" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="8" height="8" className="fill-[#f0c58f]" />
          <rect width="4" height="8" className="fill-[#d98d3a]" />
        </pattern>
      </defs>
      {stretches.map(({ from, to, look }) => (
        <rect
          key={look}
          x={share(from)}
          width={share(Math.max(0, to - from))}
          y={look === 'range' ? '43%' : 0}
          height={look === 'range' ? 2 : '100%'}
          className={FILLS[look]}
        />
      ))}
      {point !== undefined && <circle cx={share(point)} cy="50%" r={4} className="fill-moss" />}
    </svg>
  )
}

const share = (of: number): string => `${(100 * of).toFixed(2)}%`
