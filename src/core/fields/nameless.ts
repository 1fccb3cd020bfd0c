import type { FieldType } from './field'

const COUNTED: readonly FieldType[] = ['number', 'money', 'yes_no', 'date', 'choice', 'several_choices']

/** Whether what stands in a field of a deal or a request tells nothing of whose it is: what sums are made of. */
export const isNameless = (type: FieldType): boolean => COUNTED.includes(type)
