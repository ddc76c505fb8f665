import { CUE_OUTCOMES } from '../run/recorded';
import type { Found, Measure } from '../follow/measures';
import { MEASURES } from '../follow/measures';
import { NEED_LABEL, NEEDS } from '../aims/needs';
import { READING, READINGS } from '../read/readings';
import { askId } from '../lesson/answers';
import { signsTaken } from '../lesson/sign-taken';
import { SIGNS } from '../lesson/signs';
import { drillOf, nameOf } from '../sequence/sequence';
import type { ClientCase } from './case';
import { momentsOf } from './followed';

/** One observation: who, when, what, where, how much. Nothing else stands in a row. */
export type TidyRow = {
  /** UTC ISO 8601. */
  at: string;
  kind: TidyKind;
  /** The key of what was observed; `DICTIONARY` says what it is. */
  id: string;
  /** What it was observed at, where that matters: a position, a drill. '' else. */
  place: string;
  value: number;
  unit: string;
  /** Standard deviation of the tries, where there were several. */
  spread: number | null;
  n: number | null;
};

type TidyKind = 'measure' | 'reading' | 'certainty' | 'need' | 'block' | 'cue' | 'sign' | 'answer';

/** What each kind of row is. */
const KIND_SAID: Record<
  Exclude<TidyKind, 'measure' | 'sign'>,
  { unit: string; said: (label: string) => string }
> = {
  reading: {
    unit: '0 to 1',
    said: (l) => `how strongly a look speaks for: ${l}; by rules, as it was left by the instructor`,
  },
  certainty: { unit: '0 to 1', said: (l) => `how much of what could tell was looked at, for: ${l}` },
  need: { unit: '0 to 4', said: (l) => `weight of what the sequence is to do: ${l}` },
  block: { unit: 'done', said: (l) => `a block of a run: 1 done to its end, 0 not; ${l}` },
  answer: {
    unit: 'yes',
    said: (l) => `a question of the day: 1 yes, 0 no; no row where it was not asked; ${l}`,
  },
  cue: {
    unit: 'worked',
    said: (l) => `a cue that was said: 1 worked, 0 did nothing, -1 made it worse; ${l}`,
  },
};

const CUE_VALUE: Record<(typeof CUE_OUTCOMES)[number], number> = { worked: 1, nothing: 0, backfired: -1 };

/** Everything measured, read, chosen and done of a client, one observation a row, oldest first within a kind. */
export function tidyOf(known: ClientCase, now: Date): TidyRow[] {
  return [...measuredRows(known, now), ...readRows(known), ...doneRows(known), ...lessonRows(known)];
}

function measuredRows(known: ClientCase, now: Date): TidyRow[] {
  const { looks, runs, homes } = momentsOf(known, now);
  const rows = (measure: Measure, at: string, found: readonly Found[]): TidyRow[] =>
    found.map(({ at: where, measured }) => ({
      at,
      kind: 'measure',
      id: measure.id,
      place: where?.key ?? '',
      value: measured.value,
      unit: measure.unit,
      spread: measured.n > 1 ? measured.spread : null,
      n: measured.n,
    }));
  return MEASURES.flatMap((m) => {
    if (m.from === 'look') return looks.flatMap(({ at, seen }) => rows(m, at, m.find(seen)));
    if (m.from === 'run') return runs.flatMap(({ at, seen }) => rows(m, at, m.find(seen)));
    return homes.flatMap(({ at, seen }) => rows(m, at, m.find(seen)));
  });
}

const bare = (
  kind: Exclude<TidyKind, 'measure' | 'sign'>,
  row: Pick<TidyRow, 'at' | 'id' | 'place' | 'value'>,
): TidyRow => ({
  kind,
  unit: KIND_SAID[kind].unit,
  spread: null,
  n: null,
  ...row,
});

const readRows = (known: ClientCase): TidyRow[] =>
  known.visits.toReversed().flatMap(({ at, readings }) => {
    const { readings: read, needs } = readings();
    return [
      ...read.flatMap((r) => [
        bare('reading', { at, id: r.name, place: '', value: r.strength }),
        bare('certainty', { at, id: r.name, place: '', value: r.certainty }),
      ]),
      ...needs.map((n) => bare('need', { at, id: n.need, place: '', value: n.weight })),
    ];
  });

const doneRows = (known: ClientCase): TidyRow[] =>
  known.runs.toReversed().flatMap(({ startedAt: at, sequence, state }) => {
    const positionOf = new Map(sequence.blocks.map((b) => [b.id, b.position as string]));
    return [
      ...state.results.map((r) =>
        bare('block', {
          at,
          id: r.drillId,
          place: positionOf.get(r.blockId) ?? '',
          value: r.outcome === 'done' ? 1 : 0,
        }),
      ),
      ...(state.cues ?? []).map((c) =>
        bare('cue', {
          at,
          id: `${c.drillId} ${c.cue + 1}`,
          place: positionOf.get(c.blockId) ?? '',
          value: CUE_VALUE[c.outcome],
        }),
      ),
    ];
  });

/** What was asked and taken in lessons; the sign at the place `start` and, again, at `end`. */
const lessonRows = (known: ClientCase): TidyRow[] =>
  known.runs.toReversed().flatMap((run): TidyRow[] => {
    const { startedAt, endedAt, state } = run;
    return [
      ...signsTaken(run.sequence.lesson, state.lesson).map(({ sign, when, value, n }): TidyRow => ({
        at: when === 'end' ? (endedAt ?? startedAt) : startedAt,
        kind: 'sign',
        id: sign.id,
        place: when,
        value,
        unit: sign.unit,
        spread: null,
        n,
      })),
      ...Object.entries(state.lesson?.day ?? {}).map(([id, yes]) =>
        bare('answer', { at: startedAt, id, place: '', value: yes ? 1 : 0 }),
      ),
    ];
  });

export type DictionaryRow = { kind: TidyKind; id: string; label: string; unit: string; said: string };

const NOISE_SAID = (m: Measure): string =>
  m.noise.kind === 'stated'
    ? `one value a look; standard error between looks stated as ${m.noise.sem} (our choice)`
    : m.noise.kind === 'repeated'
      ? `mean of tries; from day to day stated as ${m.noise.days.share * 100} % of the value, at least ${m.noise.days.least} (${m.noise.days.source})`
      : 'spread as seen';

/** Drills, cues and questions that were coached and asked, by their keys. */
export type Coached = {
  drills: Map<string, string>;
  cues: Map<string, string>;
  asks: Map<string, string>;
};

/** Adds what was coached with one client. */
export function addCoached({ drills, cues, asks }: Coached, { runs }: ClientCase): void {
  for (const { sequence, state } of runs) {
    for (const b of sequence.blocks) drills.set(b.drillId, nameOf(b));
    sequence.lesson?.asks.forEach((ask, i, all) => asks.set(askId(all, i), ask.question));
    for (const c of state.cues ?? []) {
      const block = sequence.blocks.find((b) => b.id === c.blockId);
      const text = block && drillOf(block)?.cues[c.cue]?.text;
      cues.set(
        `${c.drillId} ${c.cue + 1}`,
        text ?? `cue ${c.cue + 1} of ${drills.get(c.drillId) ?? c.drillId}`,
      );
    }
  }
}

/** What the keys of the rows mean: every measure, reading and need, and every drill and cue that was coached. */
export function dictionaryOf({ drills, cues, asks }: Coached): DictionaryRow[] {
  const kept = (kind: Exclude<TidyKind, 'measure' | 'sign'>, list: Iterable<readonly [string, string]>) =>
    [...list].map(([id, label]): DictionaryRow => ({
      kind,
      id,
      label,
      unit: KIND_SAID[kind].unit,
      said: KIND_SAID[kind].said(label),
    }));
  const readings = READINGS.map((name) => [name, READING[name].label] as const);
  return [
    ...MEASURES.map((m): DictionaryRow => ({
      kind: 'measure',
      id: m.id,
      label: m.label,
      unit: m.unit,
      said: NOISE_SAID(m),
    })),
    ...kept('reading', readings),
    ...kept('certainty', readings),
    ...kept(
      'need',
      NEEDS.map((n) => [n, NEED_LABEL[n]] as const),
    ),
    ...kept('block', drills),
    ...kept('cue', cues),
    ...kept('answer', asks),
    ...SIGNS.map((s): DictionaryRow => ({
      kind: 'sign',
      id: s.id,
      label: s.name,
      unit: s.unit,
      said: `taken at both ends of a lesson; change: ${s.change} (common practice)`,
    })),
  ];
}
