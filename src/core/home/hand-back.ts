import { fail, ok, type Result } from '../base/result';
import { STOP_SIGNS } from '../screen/stop-signs';
import { dayAfter, daysBetween } from './clock-time';
import type { HomePlan } from './home-plan.schema';
import type { HomeReport } from './report.schema';
import { standing } from './adherence';
import { slotsOn } from './schedule';
import { momentIn } from './zoned';

/**
 * What was done at home as a short code that can be read out, typed or sent in a message, for a page without a network:
 * bytes in base 32 without letters that are taken for others, with a check at the end.
 *
 *     plan (2 bytes) | days: from the first (1), slots done as bits in the order of the day, how it felt (1; 255 not said)
 *     … | 255 | stop signs: day (1), sign (1) … | check (2)
 */
const LETTERS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const END = 255;
const NOT_SAID = 255;
const FELT_STEPS = 10;

/** @returns groups of four letters */
export function printHandBack(planId: string, plan: HomePlan, reports: readonly HomeReport[]): string {
  const said = standing(reports);
  const bytes: number[] = [...planMark(planId)];
  for (let day = plan.from; day <= plan.until; day = dayAfter(day)) {
    const slots = slotsOn(plan, day);
    const done = said.filter((r) => r.kind === 'done' && r.day === day);
    const keys = new Set(done.map((r) => (r.kind === 'done' ? r.slot : '')));
    if (!slots.some((s) => keys.has(s.key))) continue;
    const bits = new Array<number>(Math.ceil(slots.length / 8)).fill(0);
    slots.forEach((s, i) => {
      if (keys.has(s.key)) bits[i >> 3]! |= 1 << (i & 7);
    });
    const felt = done.flatMap((r) => (r.kind === 'done' && r.felt !== undefined ? [r.felt] : []));
    const mean = felt.reduce((a, b) => a + b, 0) / felt.length;
    bytes.push(
      daysBetween(plan.from, day),
      ...bits,
      felt.length === 0 ? NOT_SAID : Math.round(mean * FELT_STEPS),
    );
  }
  bytes.push(END);
  for (const r of said)
    if (r.kind === 'stop') {
      const day = daysBetween(plan.from, r.day);
      if (day >= 0 && day < END) bytes.push(day, STOP_SIGNS.indexOf(r.sign));
    }
  const check = crc16(bytes);
  return lettersOf([...bytes, check >> 8, check & 255]).replace(/(.{4})(?=.)/g, '$1-');
}

/**
 * The reports that a code tells of. Their ids follow from what they tell, so that a code that is entered twice, or a later
 * one that tells more, is kept once.
 */
export function readHandBack(text: string, planId: string, plan: HomePlan): Result<HomeReport[]> {
  const bytes = bytesOf(text);
  if (!bytes || bytes.length < 5)
    return fail(
      'This is not a whole code: it is letters and figures in groups of four. Nothing was taken.',
      'code',
    );
  const body = bytes.slice(0, -2);
  if (crc16(body) !== (bytes.at(-2)! << 8) + bytes.at(-1)!)
    return fail(
      'One of the letters is not as it was on the phone. Read it once more; nothing was taken.',
      'code',
    );
  if (planMark(planId).some((b, i) => b !== body[i]))
    return fail(
      'This code belongs to another plan. Open the plan that it was made for; nothing was taken.',
      'code',
    );
  const made: HomeReport[] = [];
  let at = 2;
  while (body[at] !== END) {
    const offset = body[at++];
    if (offset === undefined) return fail('The code ends too early. Nothing was taken.', 'code');
    const day = dayAfter(plan.from, offset);
    const slots = slotsOn(plan, day);
    const bits = body.slice(at, (at += Math.ceil(slots.length / 8)));
    const felt = body[at++];
    slots.forEach((slot, i) => {
      if ((bits[i >> 3] ?? 0) & (1 << (i & 7)))
        made.push({
          kind: 'done',
          id: idOf(`${planId} ${day} ${slot.key}`),
          at: momentIn(plan.day.zone, slot.day, slot.at ?? '12:00').toISOString(),
          day,
          slot: slot.key,
          entryId: slot.entryId,
          ...(felt === undefined || felt === NOT_SAID
            ? {}
            : { felt: Math.min(10, Math.round(felt / FELT_STEPS)) }),
        });
    });
  }
  for (at++; at < body.length; at += 2) {
    const day = dayAfter(plan.from, body[at]!);
    const sign = STOP_SIGNS[body[at + 1] ?? -1];
    if (!sign) return fail('The code tells of a sign that is not known. Nothing was taken.', 'code');
    made.push({
      kind: 'stop',
      id: idOf(`${planId} ${day} stop ${sign} ${at}`),
      at: momentIn(plan.day.zone, day, '12:00').toISOString(),
      day,
      entryId: null,
      sign,
    });
  }
  return ok(made);
}

const planMark = (planId: string): number[] => {
  const hash = crc16([...planId].map((c) => c.charCodeAt(0)));
  return [hash >> 8, hash & 255];
};

/** CRC-16/CCITT-FALSE: polynomial 0x1021, from 0xFFFF. @example crc16([...'123456789'].map((c) => c.charCodeAt(0))) // 0x29B1, the published check value */
export function crc16(bytes: readonly number[]): number {
  let crc = 0xffff;
  for (const byte of bytes) {
    crc ^= byte << 8;
    for (let bit = 0; bit < 8; bit++)
      crc = crc & 0x8000 ? ((crc << 1) ^ 0x1021) & 0xffff : (crc << 1) & 0xffff;
  }
  return crc;
}

function lettersOf(bytes: readonly number[]): string {
  let [text, bits, held] = ['', 0, 0];
  for (const byte of bytes) {
    held = (held << 8) | byte;
    bits += 8;
    while (bits >= 5) {
      bits -= 5;
      text += LETTERS[(held >> bits) & 31];
      held &= (1 << bits) - 1;
    }
  }
  return bits > 0 ? text + LETTERS[(held << (5 - bits)) & 31] : text;
}

/** Bytes of a code as somebody typed it: small letters, spaces, and O, I and L for the figures that they are taken for. */
function bytesOf(text: string): number[] | null {
  const letters = text.toUpperCase().replace(/[\s-]/g, '').replace(/O/g, '0').replace(/[IL]/g, '1');
  let [bits, held] = [0, 0];
  const bytes: number[] = [];
  for (const letter of letters) {
    const value = LETTERS.indexOf(letter);
    if (value < 0) return null;
    held = (held << 5) | value;
    bits += 5;
    if (bits >= 8) {
      bits -= 8;
      bytes.push((held >> bits) & 255);
      held &= (1 << bits) - 1;
    }
  }
  return bytes;
}

/**
 * An id that follows from a text, in the form of a UUID (version 8, RFC 9562: of our own making). Two texts that differ
 * have two ids but by chance.
 */
export function idOf(text: string): string {
  const parts = [0x811c9dc5, 0x01000193, 0xdeadbeef, 0x41c6ce57].map((seed) => {
    let h = seed;
    for (const c of text) {
      h = Math.imul(h ^ c.codePointAt(0)!, 0x01000193);
      h ^= h >>> 15;
      h = Math.imul(h, 0x85ebca6b);
    }
    return (h >>> 0).toString(16).padStart(8, '0');
  });
  const hex = parts.join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
