/** Sorts of file that a question can ask for, each with its media types (IANA) and the endings of their names. */
export const FILE_SORTS = {
  pictures: {
    words: 'pictures',
    types: {
      'image/jpeg': ['jpg', 'jpeg'],
      'image/png': ['png'],
      'image/webp': ['webp'],
      'image/gif': ['gif'],
      'image/heic': ['heic'],
      'image/heif': ['heif'],
      'image/avif': ['avif'],
      'image/tiff': ['tif', 'tiff'],
    },
  },
  documents: {
    words: 'documents',
    types: {
      'application/pdf': ['pdf'],
      'application/vnd.openxmlformats-officedocument.wordprocessingml.document': ['docx'],
      'application/vnd.oasis.opendocument.text': ['odt'],
      'application/rtf': ['rtf'],
      'application/x-cfb': ['doc'],
      'text/plain': ['txt'],
    },
  },
  sheets: {
    words: 'spreadsheets',
    types: {
      'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet': ['xlsx'],
      'application/vnd.oasis.opendocument.spreadsheet': ['ods'],
      'application/x-cfb': ['xls'],
      'text/plain': ['csv'],
    },
  },
  slides: {
    words: 'presentations',
    types: {
      'application/vnd.openxmlformats-officedocument.presentationml.presentation': ['pptx'],
      'application/vnd.oasis.opendocument.presentation': ['odp'],
    },
  },
  films: {
    words: 'films',
    types: { 'video/mp4': ['mp4', 'm4v'], 'video/quicktime': ['mov'], 'video/webm': ['webm'] },
  },
  sound: {
    words: 'sound',
    types: {
      'audio/mpeg': ['mp3'],
      'audio/x-m4a': ['m4a'],
      'audio/wav': ['wav'],
      'audio/ogg': ['ogg'],
      'audio/ogg; codecs=opus': ['opus'],
      'audio/x-flac': ['flac'],
    },
  },
  archives: { words: 'zip archives', types: { 'application/zip': ['zip'] } },
} satisfies Record<string, { words: string; types: Record<string, readonly string[]> }>

export type FileSort = keyof typeof FILE_SORTS

export const FILE_SORT_NAMES = Object.keys(FILE_SORTS) as [FileSort, ...FileSort[]]

/** Every media type of some sorts, with the endings of the names of such files. */
export function typesOf(sorts: readonly FileSort[]): Record<string, string[]> {
  const types: Record<string, string[]> = {}
  for (const sort of sorts)
    for (const [type, endings] of Object.entries(FILE_SORTS[sort].types)) (types[type] ??= []).push(...endings)
  return types
}

/** The endings of the names of such files, as a file input takes them: `.jpg`. */
export const endingsOf = (sorts: readonly FileSort[]): string[] => [
  ...new Set(
    sorts.flatMap((sort) =>
      Object.values(FILE_SORTS[sort].types)
        .flat()
        .map((ending) => `.${ending}`),
    ),
  ),
]

/** “pictures, documents or spreadsheets” */
export function wordsOfSorts(sorts: readonly FileSort[]): string {
  const words = sorts.map((sort) => FILE_SORTS[sort].words)
  return words.length > 1 ? `${words.slice(0, -1).join(', ')} or ${words.at(-1)}` : (words[0] ?? '')
}
