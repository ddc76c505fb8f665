import { durationS } from '../breath/timeline';
import type { Drill } from '../drills/drill';
import { holdBars, LIGHT_PCT } from '../safety/rules';
import { isOpen, verdictFor, type Verdict } from '../safety/verdict';
import { leastAmount } from './dose';
import { alternativesFor, easierThan, type MadeFor } from './alternatives';
import { applyEdit, type Edit } from './edit';
import { clock, drillOf, layoutOf, nameOf, type Block, type Sequence } from './sequence';

/** One key mends it: what is done, in words, and the edits that do it. */
type Fix = { says: string; edits: readonly Edit[] };

/** What is wrong with a sequence for this client. `stop` forbids coaching it; `care` is the instructor's choice. */
export type Problem = {
  blockId: string | null;
  level: 'stop' | 'care';
  text: string;
  fix?: Fix;
  /** The client may not do the drill at all, or has not what it needs. */ barred?: true;
};

/** Whom a sequence is for. What is owned may be unknown: then nothing is asked of it. */
export type CheckClient = MadeFor & { owned?: { level: number; drills: readonly string[] } };

/** A pause up to this long is part of an ordinary breath, not a hold. Our choice. */
const LONGEST_PAUSE_S = 1;

/** Everything in a sequence that breaks a rule, the time or the teaching order, each with what would mend it. */
export function problemsOf(sequence: Sequence, client: CheckClient): Problem[] {
  const problems: Problem[] = [];
  const over = layoutOf(sequence).totalS - sequence.minutes * 60;
  if (over > 0.5)
    problems.push({
      blockId: null,
      level: 'care',
      text: `${clock(over)} over the ${sequence.minutes} min`,
      ...fixOf(shorten(sequence)),
    });
  let loaded = false;
  const before = new Set<string>(client.owned?.drills ?? []);
  sequence.blocks.forEach((block, index) => {
    const drill = drillOf(block);
    const on = (level: Problem['level'], text: string, fix?: Fix) =>
      problems.push({ blockId: block.id, level, text, ...fixOf(fix) });

    if (!drill) {
      on('stop', `the drill “${block.drillId}” is not in this library`, {
        says: 'take it out',
        edits: [{ kind: 'remove', blockId: block.id }],
      });
      return;
    }
    for (const p of blockProblems(block, drill, client)) problems.push({ blockId: block.id, ...p });
    if (loaded && drill.stage !== 'load') {
      const to = sequence.blocks.findIndex((b) => drillOf(b)?.stage === 'load');
      on('care', drill.demands.includes('breathHold') ? 'a held breath after load' : 'load is last', {
        says: `move it before ${nameAt(sequence, to)}`,
        edits: [{ kind: 'move', blockId: block.id, to }],
      });
    }
    if (client.owned)
      for (const p of orderProblems(sequence, block, drill, index, before, client)) on('care', p.text, p.fix);
    loaded ||= drill.stage === 'load';
    before.add(drill.id);
  });
  return problems;
}

type Found = Omit<Problem, 'blockId'>;

function blockProblems(block: Block, drill: Drill, client: CheckClient): Found[] {
  const { flags, props } = client;
  const on = { blockId: block.id };
  const verdict = verdictFor(drill, flags, props);
  if (!isOpen(verdict)) {
    const safety = verdict.reasons.some((r) => r.kind === 'safety');
    const other = easierThan(block, client) ?? alternativesFor(block, client)[0];
    const fix: Fix = other
      ? { says: `${drillOf(other)!.name} in its place`, edits: [{ kind: 'replace', ...on, block: other }] }
      : { says: 'take it out', edits: [{ kind: 'remove', ...on }] };
    return [
      {
        level: safety ? 'stop' : 'care',
        text: verdict.reasons.map((r) => r.text).join('; '),
        fix,
        barred: true,
      },
    ];
  }
  const found: Found[] = [];
  if (!verdict.positions.includes(block.position)) {
    found.push({
      level: 'stop',
      text: 'this position is not allowed for this client, or lacks its prop',
      fix: {
        says: 'take a position that is open',
        edits: [{ kind: 'position', ...on, position: verdict.positions[0]! }],
      },
    });
  }
  if (longestPause(block) > LONGEST_PAUSE_S && holdBars(flags).length > 0) {
    found.push({
      level: 'stop',
      text: 'no held breath for this client: set the pauses to 0',
      fix: { says: 'pauses to 0', edits: [{ kind: 'noHold', ...on }] },
    });
  }
  found.push(...toneProblems(block, drill, verdict));
  if (verdict.shorter && (block.dose.rounds > 1 || doseOf(block) > leastAmount(drill))) {
    found.push({
      level: 'care',
      text: 'for this client its least dose, in one round',
      fix: { says: 'the least dose', edits: [leastDose(block, drill), { kind: 'rounds', ...on, rounds: 1 }] },
    });
  }
  if (block.breathing.kind === 'paced' && !block.breathing.full && drill.exhaleRangeS) {
    const longest = drill.exhaleRangeS[1];
    const { exhaleS } = block.breathing.pattern;
    if (exhaleS > longest)
      found.push({
        level: 'care',
        text: `out ${exhaleS} s: this drill is taught with ${longest} s at most`,
        fix: {
          says: `out ${longest} s`,
          edits: [{ kind: 'phase', ...on, phase: 'exhale', seconds: longest }],
        },
      });
  }
  return found;
}

function toneProblems(block: Block, drill: Drill, verdict: Verdict): Found[] {
  const on = { kind: 'tone' as const, blockId: block.id };
  const found: Found[] = [];
  if (block.tone.floor === 'lift' && verdict.tone.floor !== 'lift' && drill.tone.floor === 'lift') {
    found.push({
      level: 'stop',
      text: 'no added pelvic-floor lift for this client',
      fix: {
        says: 'no lift',
        edits: [
          { ...on, tone: { floor: verdict.tone.floor, floorPct: 0, squeezePct: verdict.tone.squeezePct } },
        ],
      },
    });
  }
  if (
    verdict.reasons.some((r) => r.remedy === 'lighter') &&
    Math.max(block.tone.controlPct, block.tone.squeezePct) > LIGHT_PCT
  ) {
    found.push({
      level: 'stop',
      text: `light tone only for this client: at most ${LIGHT_PCT} %`,
      fix: {
        says: 'light tone',
        edits: [
          {
            ...on,
            tone: {
              controlPct: Math.min(LIGHT_PCT, block.tone.controlPct),
              squeezePct: Math.min(LIGHT_PCT, block.tone.squeezePct),
            },
          },
        ],
      },
    });
  }
  return found;
}

function orderProblems(
  sequence: Sequence,
  block: Block,
  drill: Drill,
  index: number,
  before: ReadonlySet<string>,
  client: CheckClient,
): Found[] {
  const { owned, library } = client;
  const found: Found[] = [];
  const first = drill.ownedFirst.find((id) => !before.has(id));
  if (first) {
    const later = sequence.blocks.findIndex((b, i) => i > index && b.drillId === first);
    const name = library.find((d) => d.id === first)?.name ?? first;
    found.push({
      level: 'care',
      text: `${name} comes first`,
      ...fixOf(
        later >= 0
          ? {
              says: 'move it before this one',
              edits: [{ kind: 'move', blockId: sequence.blocks[later]!.id, to: index }],
            }
          : undefined,
      ),
    });
  }
  if (drill.level > owned!.level + 1) {
    const easier = easierThan(block, client);
    found.push({
      level: 'care',
      text: `level ${drill.level}, and the client owns level ${Math.max(0, owned!.level)}`,
      ...fixOf(
        easier
          ? {
              says: `${drillOf(easier)!.name} in its place`,
              edits: [{ kind: 'replace', blockId: block.id, block: easier }],
            }
          : undefined,
      ),
    });
  }
  return found;
}

const fixOf = (fix: Fix | undefined): { fix?: Fix } => (fix ? { fix } : {});
const nameAt = (sequence: Sequence, index: number): string => {
  const block = sequence.blocks[index];
  return block ? nameOf(block) : 'the others';
};
const longestPause = ({ breathing }: Block): number =>
  breathing.kind === 'paced'
    ? Math.max(
        ...[breathing.pattern, breathing.last ?? breathing.pattern].flatMap((p) => [p.holdInS, p.holdOutS]),
      )
    : 0;
const doseOf = (block: Block): number =>
  block.breathing.kind === 'free' ? block.breathing.freeS : block.dose.breaths;
const leastDose = (block: Block, drill: Drill): Edit =>
  block.breathing.kind === 'free'
    ? { kind: 'free', blockId: block.id, seconds: leastAmount(drill) }
    : { kind: 'breaths', blockId: block.id, breaths: leastAmount(drill) };

/**
 * Rounds first, then doses toward their least, from the longest block on, until the time fits; undefined where that is
 * not enough.
 */
function shorten(sequence: Sequence): Fix | undefined {
  let made = sequence;
  const edits: Edit[] = [];
  const fits = () => layoutOf(made).totalS <= made.minutes * 60 + 0.5;
  for (let i = 0; i < 400 && !fits(); i++) {
    const next = made.blocks
      .flatMap((b): { edit: Edit; weight: number }[] => {
        const drill = drillOf(b);
        if (!drill) return [];
        const lengthS = durationS(b.breathing, b.dose);
        if (b.dose.rounds > drill.usual.rounds)
          return [
            { edit: { kind: 'rounds', blockId: b.id, rounds: b.dose.rounds - 1 }, weight: lengthS + 1e4 },
          ];
        if (doseOf(b) <= drill.range[0] || b.breathing.kind === 'ladder') return [];
        const edit: Edit =
          b.breathing.kind === 'free'
            ? { kind: 'free', blockId: b.id, seconds: Math.max(drill.range[0], b.breathing.freeS - 5) }
            : { kind: 'breaths', blockId: b.id, breaths: b.dose.breaths - 1 };
        return [{ edit, weight: lengthS }];
      })
      .sort((a, b) => b.weight - a.weight)[0];
    if (!next) return undefined;
    edits.push(next.edit);
    made = applyEdit(made, next.edit);
  }
  return fits() ? { says: 'shorter doses', edits } : undefined;
}
