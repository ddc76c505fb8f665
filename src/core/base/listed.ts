/** Several things as they are said. @example listed(['a', 'b', 'c']) // 'a, b and c' */
export const listed = (parts: readonly string[]): string =>
  parts.length < 2 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
