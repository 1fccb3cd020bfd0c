import { guard } from '@/server/problem'
import { servePicture } from '@/server/pictures/servePicture'

/** A picture that a form shows: whoever may open the form may see it. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string; file: string }> }): Promise<Response> =>
  guard(async () => {
    const { id, file } = await params
    return servePicture(id, file)
  })
