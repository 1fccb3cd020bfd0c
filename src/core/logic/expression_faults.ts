/** What can be wrong with an expression that is read, in words. Visitors' pages go without: theirs are released. */

export const wrongForm = () => new Error('Use numbers, names of values, + - * / %, comparisons, “? :” and functions')

export const wrongValue = () => new Error('Call a value by its name, or a part of it by name.part')

export const wrongFunction = (known: readonly string[]) => new Error(`There are the functions ${known.join(', ')}`)

export const wrongArguments = (name: string, least: number, most: number) =>
  new Error(`${name} takes ${least === most ? least : `${least} to ${most}`} values`)
