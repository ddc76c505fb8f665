/** What is inside of a part of a traced body, by the name it has there; nothing where it has none. */
export const partOf = (svg: string, id: string): string =>
  new RegExp(`<g id="${id}"[^>]*>(.*?)</g>`).exec(svg)?.[1] ?? '';
