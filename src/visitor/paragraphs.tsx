import { Said, type Say } from './said'

/** Text in paragraphs, which blank lines part. */
export const Paragraphs = ({ text, say, className }: { text: string; say?: Say; className?: string }) => (
  <>
    {text.split(/\n{2,}/).map((paragraph, index) => (
      <p key={index} className={className}>
        {say ? <Said wording={paragraph} say={say} /> : paragraph}
      </p>
    ))}
  </>
)
