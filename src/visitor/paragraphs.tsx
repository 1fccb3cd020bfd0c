/** Text in paragraphs, which blank lines part. */
export const Paragraphs = ({ text, className }: { text: string; className?: string }) => (
  <>
    {text.split(/\n{2,}/).map((paragraph, index) => (
      <p key={index} className={className}>
        {paragraph}
      </p>
    ))}
  </>
)
