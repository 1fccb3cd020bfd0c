import { redirect } from 'next/navigation'

export default async function Page({ params }: { params: Promise<{ slug: string }> }): Promise<never> {
  redirect(`/forms/${(await params).slug}/compose`)
}
