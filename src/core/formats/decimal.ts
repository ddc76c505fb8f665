/** How the numbers of a table are written: the decimal sign, and whether thousands are grouped by the other one. */
export type NumberStyle = { decimal: '.' | ','; grouped: boolean };

const PLAIN = /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d{1,3})?$/i;
const COMMA = /^[+-]?(\d+,\d+|,\d+)(e[+-]?\d{1,3})?$/i;
/** 1.234,5 and 1.234.567 */
const COMMA_GROUPED = /^[+-]?\d{1,3}(\.\d{3})+(,\d+)?$/;
/** 1,234.5 and 1,234,567 */
const DOT_GROUPED = /^[+-]?\d{1,3}(,\d{3})+(\.\d+)?$/;

/**
 * A number as the style has it; null for anything else, words for numbers and hexadecimal ones too.
 *
 * @example numberIn('1.234,5', { decimal: ',', grouped: true }) // 1234.5
 */
export function numberIn(cell: string, { decimal, grouped }: NumberStyle): number | null {
  const text = cell.trim();
  if (decimal === '.') {
    if (PLAIN.test(text)) return Number(text);
    return grouped && DOT_GROUPED.test(text) ? Number(text.replaceAll(',', '')) : null;
  }
  if (grouped && COMMA_GROUPED.test(text)) return Number(text.replaceAll('.', '').replace(',', '.'));
  if (COMMA.test(text)) return Number(text.replace(',', '.'));
  return PLAIN.test(text) && !text.includes('.') ? Number(text) : null;
}

/**
 * How the numbers of a table are written, by what can be only one thing; `doubtful` is a cell that the style decides the
 * meaning of, such as 1,234. A clash where some cells say one thing and some the other.
 */
export function styleOf(
  cells: Iterable<string>,
): { style: NumberStyle; doubtful: string | null } | { clash: [string, string] } {
  let dot: string | null = null;
  let comma: string | null = null;
  let doubtful: string | null = null;
  let dotted: string | null = null;
  for (const raw of cells) {
    const cell = raw.trim();
    if (!/[.,]/.test(cell)) continue;
    const [byComma, byDot] = [COMMA_GROUPED.test(cell), DOT_GROUPED.test(cell)];
    if (byComma && cell.includes(',')) comma ??= cell;
    else if (byDot && cell.includes('.')) dot ??= cell;
    else if (byDot && COMMA.test(cell)) doubtful ??= cell;
    else if (byComma && PLAIN.test(cell)) dotted ??= cell;
    else if (COMMA.test(cell)) comma ??= cell;
    else if (PLAIN.test(cell)) dot ??= cell;
    else if (byDot) dot ??= cell;
    else if (byComma) comma ??= cell;
  }
  if (dot !== null && comma !== null) return { clash: [dot, comma] };
  if (comma !== null) return { style: { decimal: ',', grouped: true }, doubtful: dotted ?? doubtful };
  if (dot !== null) return { style: { decimal: '.', grouped: true }, doubtful };
  if (doubtful !== null) return { style: { decimal: ',', grouped: false }, doubtful };
  return { style: { decimal: '.', grouped: false }, doubtful: null };
}
