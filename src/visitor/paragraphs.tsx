import { type Around, Line } from './said'

/** Text in paragraphs, which blank lines part. */
export const Paragraphs = ({ text, say, className }: Around & { className?: string }) => (
  <>
    {text.split(/\n{2,}/).map((paragraph, index) => (
      <p key={index} className={className}>
        <Line text={paragraph} say={say} />
      </p>
    ))}
  </>
)
