/** An address that opens beside the studio. */
export const Address = ({ url }: { url: string }) => (
  <a href={url} target="_blank" rel="noreferrer" className="name break-all text-teal underline">
    {url}
  </a>
)
