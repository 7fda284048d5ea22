/** A copy of what came from the API, to be changed by a form. */
export const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
