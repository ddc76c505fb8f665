import { omit } from '../base/omit';
import type { Counting } from '../breath/counting';
import type { Goal } from '../aims/goals';
import { countingOf } from '../lesson/whom';
import { NO_CUES, rankedCues, type CueMemory } from '../run/cue-memory';
import type { RunState } from '../run/run.schema';
import { buildOf } from '../screen/build';
import { stopSignsFor } from '../screen/stop-signs';
import type { Flags } from '../screen/flags';
import { homeLines, rowOf, type SheetRow } from '../sequence/sheet';
import { taskById } from '../task/library';
import { taskIdIn } from '../task/prefix';
import { twoCues, wordsOf } from '../sequence/words';
import type { HomeDoc, HomeWords } from './home-doc.schema';
import type { HomeEntry, HomePlan } from './home-plan.schema';

/** What a phone may know of a client, beside the plan. */
export type AtHome = {
  planId: string;
  number: number;
  /** As it stands in the file; only its first word goes home. */
  name: string;
  flags: Flags;
  goals: readonly Goal[];
  /** What cues did in the room: of the two that go home, those that worked come first. */
  runs: readonly Pick<RunState, 'cues'>[];
  memory?: CueMemory;
  asks: boolean;
  /** How this client is counted; without it, as their flags have it. */
  counting?: Counting;
  /** Something stops everything with this client until the instructor has seen to it. */
  held?: boolean;
};

/** A block as it is drawn; pictures are made by whoever can draw. */
export type Draws = (row: SheetRow) => HomeWords['pictures'];

/** What goes to a phone: words that fit each block as it is done at home, and pictures. */
export function homeDocOf(plan: HomePlan, of: AtHome, draws: Draws): HomeDoc {
  return {
    format: 'kokyu-home',
    version: 1,
    planId: of.planId,
    number: of.number,
    firstName: firstNameOf(of.name),
    plan: { ...plan, unwanted: [], entries: plan.entries.map(bare) },
    words: plan.entries.map((entry) => wordsAtHome(entry, of, draws)),
    mind: homeLines(of.flags, of.goals).filter((line) => !line.startsWith(SAID_BY_THE_PLAN)),
    asks: of.asks,
    stops: stopSignsFor(of.flags),
    ...(isUncounted(of) ? { uncounted: true } : {}),
    ...(of.held ? { held: true } : {}),
  };
}

const isUncounted = (of: Pick<AtHome, 'counting' | 'flags'>): boolean => countingOf(of) === 'none';

/** A dose without a number. Common practice, no source. */
const UNCOUNTED = { counts: 'As it comes', dose: 'About half a favourite song; less is fine' } as const;

/** What the plan itself says with its times. */
const SAID_BY_THE_PLAN = 'Once every 60 to 75 minutes';

/** @example firstNameOf('Petra V.') // 'Petra' */
export const firstNameOf = (name: string): string => (name.trim().split(/\s+/)[0] ?? '').slice(0, 40);

/** A block without what only the instructor reads. */
function bare(entry: HomeEntry): HomeEntry {
  return { ...entry, block: { ...omit(entry.block, 'drill', 'group'), why: [], changes: [] } };
}

function wordsAtHome({ id, block }: HomeEntry, of: AtHome, draws: Draws): HomeWords {
  const row = rowOf(block, 1, '', 'client', buildOf(of.flags));
  const { steps } = wordsOf(block);
  const [place, rest] = [
    steps.filter((s) => s.kind === 'place' || s.kind === 'contact'),
    steps.filter((s) => s.kind !== 'place' && s.kind !== 'contact'),
  ];
  return {
    entryId: id,
    name: row.name,
    position: row.positionLabel,
    props: row.propsLabel,
    place: place.map((s) => s.text),
    steps: rest.map((s) => s.text),
    cues: cuesAtHome(block, of),
    ...(isUncounted(of) ? UNCOUNTED : { counts: row.counts, dose: row.dose }),
    feeling: row.feeling,
    full: block.breathing.kind === 'paced' && block.breathing.full === true,
    pictures: draws(row),
    ...countedBy(block.drillId),
  };
}

/** What a task is counted by where that is not seconds. */
function countedBy(drillId: string): Pick<HomeWords, 'by'> {
  const practice = taskById(taskIdIn(drillId) ?? '')?.practice;
  if (practice?.breath === 'steps') return { by: { kind: 'steps', in: practice.inS, out: practice.outS } };
  return practice?.breath === 'phrase' ? { by: { kind: 'phrase' } } : {};
}

/** Two cues, of two kinds where there are two: what worked with this client at this drill first, then what does mostly. */
function cuesAtHome(block: HomeEntry['block'], { runs, memory = NO_CUES }: AtHome): string[] {
  const words = wordsOf(block);
  const worked = (index: number): number =>
    runs
      .flatMap((r) => r.cues ?? [])
      .filter((c) => c.drillId === block.drillId && c.cue === index)
      .reduce((n, c) => n + (c.outcome === 'worked' ? 1 : -1), 0);
  const ranked = rankedCues(block, memory)
    .map((cue) => ({ ...cue, net: worked(cue.index) }))
    .filter((cue) => cue.net >= 0)
    .sort((a, b) => b.net - a.net || b.odds.share - a.odds.share || a.index - b.index);
  const first = ranked[0];
  if (!first) return twoCues(words);
  const second = ranked.find((c) => c.kind !== first.kind);
  return second ? [first.text, second.text] : [first.text];
}
