/** Encodings that files of people are written in, by the names of the Encoding Standard, and what people call them. */
export const ENCODINGS = {
  'utf-8': 'Unicode (UTF-8)',
  'utf-16le': 'Unicode (UTF-16)',
  'utf-16be': 'Unicode (UTF-16, big end first)',
  'windows-1252': 'Western Europe (Windows)',
  'iso-8859-15': 'Western Europe (ISO)',
  'windows-1250': 'Central Europe (Windows)',
  'iso-8859-2': 'Central Europe (ISO)',
  'windows-1251': 'Cyrillic (Windows)',
  'koi8-r': 'Cyrillic (KOI8-R)',
  'windows-1253': 'Greek (Windows)',
  'windows-1254': 'Turkish (Windows)',
  'windows-1257': 'Baltic (Windows)',
  'windows-1256': 'Arabic (Windows)',
  shift_jis: 'Japanese (Shift JIS)',
  gb18030: 'Chinese (GB 18030)',
  big5: 'Chinese (Big5)',
  'euc-kr': 'Korean (EUC-KR)',
} as const

export type EncodingName = keyof typeof ENCODINGS

export const ENCODING_NAMES = Object.keys(ENCODINGS) as [EncodingName, ...EncodingName[]]
