/** An address that breaks at its @ where it does not fit, and anywhere only where it still does not. */
export function Email({ address }: { address: string }) {
  const at = address.lastIndexOf('@')
  return (
    <bdi className="wrap-anywhere">
      {address.slice(0, at)}
      <wbr />
      {address.slice(at)}
    </bdi>
  )
}
