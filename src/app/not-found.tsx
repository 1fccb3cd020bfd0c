import { Link } from '@/studio/ui/link'

export default function NotFound() {
  return (
    <main className="mx-auto mt-[18vh] max-w-md text-center">
      <h1>There is nothing at this address</h1>
      <p className="mt-2 text-soft">
        It may be mistyped, or belong to another workspace.{' '}
        <Link href="/forms" className="text-teal underline">
          Back to Forms
        </Link>
      </p>
    </main>
  )
}
