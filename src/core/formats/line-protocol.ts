import type { DeviceSample } from '../signal/curve';

/**
 * The open line protocol of a serial band device: one line a sample, `t_ms,ch1,ch2…`, in decimal numbers, ended by a
 * line feed. Lines beginning with # are comments; `# places lowerRibs,belly` names the channels.
 */
export type DeviceLine =
  | { kind: 'sample'; sample: DeviceSample }
  | { kind: 'names'; names: string[] }
  | { kind: 'comment' }
  | { kind: 'garbage'; text: string; why: string };

const MOST_CHANNELS = 4;
/** Nothing that a band measures is larger, and no clock in ms goes further. Our choice. */
const LARGEST = 1e12;

/** Reads one line without its end. */
export function readLine(line: string): DeviceLine {
  const text = line.trim();
  if (text === '') return { kind: 'comment' };
  if (text.startsWith('#')) {
    const names = /^# places (.+)$/.exec(text);
    return names ? { kind: 'names', names: names[1]!.split(',').map((n) => n.trim()) } : { kind: 'comment' };
  }
  const garbage = (why: string): DeviceLine => ({
    kind: 'garbage',
    text: text.slice(0, 60).replace(/[^\x20-\x7e]/g, '·'),
    why,
  });
  const cells = text.split(',').map((c) => c.trim());
  if (cells.length < 2) return garbage('a line needs a time and at least one value, parted by commas');
  if (cells.length > MOST_CHANNELS + 1) return garbage(`at most ${MOST_CHANNELS} channels`);
  const numbers = cells.map((c) => (/^[+-]?\d+(\.\d+)?(e[+-]?\d+)?$/i.test(c) ? Number(c) : NaN));
  if (numbers.some((n) => !Number.isFinite(n))) return garbage('not all parts are numbers');
  if (numbers[0]! < 0) return garbage('the time lies before 0');
  if (numbers.some((n) => Math.abs(n) > LARGEST))
    return garbage('a number is too large to have been measured');
  return { kind: 'sample', sample: { tMs: numbers[0]!, values: numbers.slice(1) } };
}

/** Cuts incoming text into lines; what has no end yet waits. A line that never ends is given up after 4,000 letters. */
export function lineCutter(): (chunk: string) => string[] {
  let rest = '';
  return (chunk) => {
    const parts = (rest + chunk).split('\n');
    rest = parts.pop()!;
    if (rest.length > 4000) {
      parts.push(rest);
      rest = '';
    }
    return parts;
  };
}

/**
 * A sample as a device sends it: milliseconds, then a value a channel. @example printLine({ tMs: 20, values: [0.5] }) // '20,0.50000\n'
 */
export const printLine = ({ tMs, values }: DeviceSample): string =>
  `${Math.round(tMs)},${values.map((v) => v.toFixed(5)).join(',')}\n`;
