/**
 * What a client is called where a name has no business: the first letters of the random id of the file. It says nothing of
 * the client, and whoever has the file can find them again.
 *
 * @example codeOf('3f2b9c1e-…') // 'K-3F2B9C1E'
 */
export const codeOf = (clientId: string): string => `K-${clientId.slice(0, 8).toUpperCase()}`;
