/** So many rows of a class are drawn at first, and with each request for more. */
export const ROWS = 200;
