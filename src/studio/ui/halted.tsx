/** Why something that goes on by itself does not, if there is something to say. */
export const Halted = ({ error }: { error: string | null }) =>
  error && (
    <p role="alert" className="mb-3 max-w-3xl rounded-md bg-red-bg px-3 py-2">
      {error}
    </p>
  )
