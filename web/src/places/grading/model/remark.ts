/** A comment with a kept one behind it. */
export const withRemark = (comment: string, text: string): string =>
  comment.trim() ? `${comment.trimEnd()}\n${text}` : text;
