/** Stands for what can be wrong with an expression in a visitor's page, whose expressions were read when it was released. */
export const wrongForm = () => new Error()
export const wrongValue = () => new Error()
export const wrongFunction = () => new Error()
export const wrongArguments = () => new Error()
