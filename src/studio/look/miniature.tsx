import { useId } from 'react'
import { behindQuestions } from '@/core/look/contrast'
import { FAMILIES, weightIn } from '@/core/look/families'
import { hasSheet, type Theme } from '@/core/look/theme'

const WIDE = 168
const HIGH = 112

/** A theme as a small drawing of a page in it. */
export function Miniature({ theme }: { theme: Theme }) {
  const id = useId()
  const { colours } = theme
  const [behind = colours.ground] = behindQuestions(theme, colours)
  const corner = (pixels: number) => Math.min(12, pixels * 0.45)
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} aria-hidden="true" className="block w-full">
      <linearGradient id={id} gradientTransform={`rotate(${theme.angle - 90} .5 .5)`}>
        <stop stopColor={colours.ground} />
        <stop offset="1" stopColor={colours.groundTo ?? colours.ground} />
      </linearGradient>
      <rect width={WIDE} height={HIGH} fill={`url(#${id})`} />
      {theme.band > 0 && <rect width={WIDE} height={theme.band * 0.4} fill={colours.accent} />}
      {hasSheet(theme) && (
        <rect
          x="14"
          y="10"
          width={WIDE - 28}
          height={HIGH - 20}
          rx={corner(theme.sheetRadius)}
          fill={colours.sheet}
          stroke={theme.sheet === 'outlined' ? colours.text : 'none'}
          strokeWidth="1.5"
        />
      )}
      {theme.sheet === 'ruled' && (
        <path d={`M16 10H${WIDE - 16}M16 ${HIGH - 10}H${WIDE - 16}`} stroke={colours.line} strokeWidth="1.2" />
      )}
      <text
        x="24"
        y="34"
        fill={colours.text}
        fontFamily={FAMILIES[theme.headingFamily].css}
        fontWeight={weightIn(theme.headingFamily, theme.headingWeight)}
        fontSize={theme.headingSize * 0.52}
        letterSpacing="-.2"
      >
        Which kiln?
      </text>
      <text x="24" y="50" fill={colours.soft} fontFamily={FAMILIES[theme.family].css} fontSize={theme.size * 0.56}>
        Four short steps
      </text>
      <Field theme={theme} behind={behind} />
      <rect
        x="24"
        y="79"
        width={theme.button === 'wide' ? WIDE - 48 : 46}
        height="16"
        rx={Math.min(8, corner(theme.buttonRadius))}
        fill={theme.button === 'outlined' ? 'none' : colours.accent}
        stroke={colours.accent}
      />
      <text
        x={theme.button === 'wide' ? WIDE / 2 : 47}
        y="90"
        textAnchor="middle"
        fill={theme.button === 'outlined' ? colours.accent : colours.onAccent}
        fontFamily={FAMILIES[theme.family].css}
        fontWeight="600"
        fontSize="8.5"
      >
        Go on
      </text>
    </svg>
  )
}

function Field({ theme, behind }: { theme: Theme; behind: string }) {
  const { colours, fields, line } = theme
  const stroke = Math.max(0.8, line * 0.7)
  const box = { x: 24, y: 57, width: WIDE - 48, height: 15 }
  if (fields === 'underlined')
    return <rect x={box.x} y={box.y + box.height - stroke} width={box.width} height={stroke} fill={colours.line} />
  const rx = Math.min(7, theme.fieldRadius * 0.5)
  if (fields === 'filled')
    return (
      <>
        <rect {...box} rx={rx} fill={colours.line} />
        <rect {...box} x={box.x + 2.5} width={box.width - 2.5} rx={rx} fill={colours.field} />
      </>
    )
  return <rect {...box} rx={rx} fill={colours.field || behind} stroke={colours.line} strokeWidth={stroke} />
}
