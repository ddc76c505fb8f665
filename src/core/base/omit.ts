/** The value without some of its fields. @example omit({ a: 1, b: 2 }, 'b') // { a: 1 } */
export function omit<T extends object, K extends keyof T>(value: T, ...keys: readonly K[]): Omit<T, K> {
  const left = { ...value };
  for (const key of keys) delete left[key];
  return left;
}
