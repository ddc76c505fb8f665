import type { Control, School } from '@/core/aims/school';
import type { Prop } from '@/core/body/props';
import { caseOf } from '@/core/client/case';
import type { Goal } from '@/core/aims/goals';
import { LIBRARY } from '@/core/drills/library';
import { EMPTY_LOOK, type LookData } from '@/core/look/look';
import type { ProposalInput } from '@/core/propose/input';
import { propose } from '@/core/propose/propose';
import { DEFAULT_THRESHOLDS } from '@/core/read/thresholds';
import type { RunOfClient } from '@/core/client/case';
import type { BodySize } from '@/core/body/size';
import type { Flags } from '@/core/screen/flags';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { verdictFor } from '@/core/safety/verdict';
import { makeBlock } from '@/core/sequence/make-block';
import type { Position } from '@/core/body/positions';
import type { Sequence } from '@/core/sequence/sequence';
import { must } from '../unit/helpers';

/** A written client: what an instructor would enter at a visit, and what was coached before. */
export type WrittenClient = {
  minutes: number;
  props: readonly Prop[];
  flags?: Flags;
  goals?: readonly Goal[];
  look?: Partial<LookData>;
  school?: School;
  control?: Control;
  size?: BodySize;
  /** Drills owned: done well in two blocks, in a position (its first unless said). */
  owns?: readonly (string | [id: string, position: Position])[];
  /** What was asked after the run before. */
  asked?: { leaked: boolean; pushedOut: boolean };
  place?: 'desk';
};

/** Everything that Kokyu knows of a written client. */
export function caseFor(c: WrittenClient) {
  const flags = c.flags ?? {};
  const owned = (c.owns ?? []).map((o): [string, Position | undefined] =>
    typeof o === 'string' ? [o, undefined] : o,
  );
  const blocks = owned.flatMap(([id, position]) => {
    const drill = LIBRARY.find((d) => d.id === id)!;
    const block = makeBlock({
      id: 'x',
      drill,
      verdict: verdictFor(drill, {}, [...c.props, 'chair', 'wall', 'band', 'ball', 'pillow', 'straw']),
      position: position ?? drill.positions[0]!,
      amount: 'usual',
      client: {},
      available: c.props,
    });
    return [1, 2].map((n) => ({ ...block, id: `${id}${n}` }));
  });
  const run: RunOfClient = {
    id: 'r',
    startedAt: '2026-03-01T10:00:00.000Z',
    endedAt: '2026-03-01T10:30:00.000Z',
    sequence: {
      minutes: 30,
      school: c.school ?? 'lowQuiet',
      blocks,
      relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
      leftOut: [],
    },
    state: {
      stage: 'done',
      index: 0,
      blockS: 0,
      results: blocks.map((b) => ({
        blockId: b.id,
        drillId: b.drillId,
        quality: 5,
        note: '',
        outcome: 'done',
      })),
      ...(c.asked ? { asked: c.asked } : {}),
    },
  };
  return caseOf({
    school: c.school ?? null,
    control: c.control ?? null,
    thresholds: DEFAULT_THRESHOLDS,
    screen: {
      data: {
        ...EMPTY_SCREEN,
        flags,
        props: [...c.props],
        goalList: [...(c.goals ?? [])],
        ...(c.size ? { size: c.size } : {}),
      },
      updatedAt: '2026-03-10T09:00:00.000Z',
    },
    looks: [
      {
        id: 'l',
        at: '2026-03-10T10:00:00.000Z',
        finishedAt: '2026-03-10T10:20:00.000Z',
        purpose: 'visit',
        data: { ...EMPTY_LOOK, ...c.look },
        bands: () => [],
        clips: () => [],
      },
    ],
    sequences: [],
    runs: blocks.length > 0 ? [run] : [],
  });
}

export const inputFor = (c: WrittenClient): ProposalInput => ({
  ...caseFor(c).plan(),
  library: LIBRARY,
  minutes: c.minutes,
  ...(c.place ? { place: c.place } : {}),
});

export const proposalFor = (c: WrittenClient): Sequence => must(propose(inputFor(c)));

/** Taps of an even breath at a rate, with the exhale so many times the inhale. */
function taps(ratePerMin: number, exhaleRatio = 1.4, irregular = 0): LookData['quiet'] {
  const cycle = 60 / ratePerMin;
  const at: number[] = [];
  let t = 0;
  for (let i = 0; i < 14; i++) {
    const c = cycle * (1 + irregular * (i % 2 === 0 ? 1 : -1));
    at.push(t, t + c / (1 + exhaleRatio));
    t += c;
  }
  at.push(t);
  return { position: 'hookLying', taps: at, first: 'inhale', sighs: 0 };
}

const rings = (
  belly: number,
  sides: number,
  back: number,
  sternum: number,
  neck: number,
  right = sides,
): LookData['rings'][keyof LookData['rings']] => ({
  belly,
  lowerRibsRight: right,
  lowerRibsLeft: sides,
  lowerRibsBack: back,
  lowBack: back,
  betweenBlades: back,
  sternum,
  neck,
});

/** The 24 written clients (common practice, no source; made up). */
export const CLIENTS: Record<string, WrittenClient> = {
  C1: {
    minutes: 20,
    props: ['pillow', 'chair'],
    look: {
      quiet: taps(19),
      twoHands: { belly: 0.15, chest: 0.7, first: 'chest' },
      fiveAndFive: { marks: [], ordinaryLift: 1, deepLift: 3, nostrilFlare: false, yawning: false },
      rings: { hookLying: rings(0.15, 0.3, 0.2, 0.6, 0.5) },
    },
  },
  C2: {
    minutes: 25,
    props: ['wall', 'counter', 'pillow', 'chair'],
    school: 'allRound',
    look: {
      quiet: taps(14),
      twoHands: { belly: 0.8, chest: 0.1, first: 'belly' },
      rings: { hookLying: rings(0.85, 0.12, 0.15, 0.1, 0) },
      signs: { stack: 'forward', pelvis: 'tippedForward', backRibsSqueezed: true },
    },
  },
  C3: {
    minutes: 25,
    props: ['wall', 'balloon', 'pillow', 'foldedPillows', 'chair'],
    look: {
      quiet: taps(15, 1.1),
      rings: { hookLying: rings(0.4, 0.3, 0.05, 0.4, 0.1) },
      signs: { flare: 'stays', cannotFill: true },
    },
  },
  C4: {
    minutes: 15,
    props: ['pillow', 'chair'],
    look: {
      quiet: taps(17),
      twoHands: { belly: 0.1, chest: 0.6, first: 'chest' },
      signs: { reversed: true },
    },
  },
  C5: {
    minutes: 15,
    props: ['pillow', 'chair'],
    look: {
      quiet: taps(14),
      twoHands: { belly: 0.6, chest: 0.2, first: 'belly' },
      rings: { hookLying: rings(0.6, 0.6, 0.4, 0.3, 0, 0.3) },
      sideBend: { position: 'sitting', right: 0.3, left: 0.6 },
    },
  },
  C6: {
    minutes: 30,
    props: ['ball', 'band', 'chair', 'pillow'],
    flags: { leaking: true },
    goals: ['running'],
    look: {
      quiet: taps(14),
      twoHands: { belly: 0.5, chest: 0.3, first: 'belly' },
      signs: { upperGrips: true, lowerBelly: 'balloonsOut' },
    },
  },
  C7: {
    minutes: 30,
    props: ['ball', 'band', 'chair', 'pillow'],
    flags: { leaking: true },
    goals: ['running'],
    owns: ['ballWrap', 'floorSeat', 'standUp'],
    asked: { leaked: false, pushedOut: false },
    look: {
      quiet: taps(14),
      twoHands: { belly: 0.5, chest: 0.3, first: 'belly' },
      signs: { upperGrips: false, lowerBelly: 'drawsInFirst' },
    },
  },
  C8: {
    minutes: 20,
    props: ['pillow', 'chair'],
    flags: { floorTension: true, urgency: true },
    look: { quiet: taps(15), signs: { floorFelt: 'holds', buttocksClench: true } },
  },
  C9: {
    minutes: 15,
    props: ['chair'],
    flags: { pregnancyWeek: 36 },
    goals: ['floorTraining'],
    look: { quiet: taps(17) },
  },
  C10: {
    minutes: 15,
    props: ['pillow', 'chair'],
    flags: { postpartumWeeks: 3, birth: 'vaginal', separationMm: 30 },
    look: { quiet: taps(16) },
  },
  C11: {
    minutes: 20,
    props: ['pillow', 'chair'],
    flags: { neurological: true },
    look: {
      quiet: taps(19),
      twoHands: { belly: 0.15, chest: 0.7, first: 'chest' },
      fiveAndFive: { marks: [], ordinaryLift: 1, deepLift: 3, nostrilFlare: false, yawning: false },
      rings: { hookLying: rings(0.15, 0.3, 0.2, 0.6, 0.5) },
    },
  },
  C12: {
    minutes: 15,
    props: ['chair'],
    goals: ['swimming'],
    look: {
      quiet: taps(14),
      twoHands: { belly: 0.6, chest: 0.2, first: 'belly' },
      holds: [1, 2, 3].map(() => ({
        position: 'hookLying' as const,
        holdS: 12,
        end: 'mouth' as const,
        breathlessness: 4,
      })),
    },
  },
  C13: {
    minutes: 10,
    props: ['chair'],
    flags: { noFloor: true, noSupine: true, knees: true, backPain: 'bending' },
    goals: ['standingUp'],
    size: { heightCm: 168, ageY: 71, sex: 'woman' },
    look: { quiet: taps(16) },
  },
  C14: {
    minutes: 20,
    props: ['chair'],
    look: {
      quiet: taps(14),
      rings: {
        hookLying: rings(0.7, 0.6, 0.4, 0.3, 0),
        sitting: rings(0.4, 0.35, 0.3, 0.3, 0.1),
        sittingArched: rings(0.15, 0.15, 0.1, 0.4, 0.2),
        sittingSlouched: rings(0.15, 0.15, 0.2, 0.1, 0.1),
        standing: rings(0.1, 0.15, 0.1, 0.4, 0.3),
      },
    },
  },
  C15: {
    minutes: 20,
    props: ['chair', 'band', 'anchor'],
    look: {
      quiet: taps(14),
      twoHands: { belly: 0.6, chest: 0.2, first: 'belly' },
      signs: { toneStopsBreath: true },
    },
  },
  C16: {
    minutes: 20,
    props: ['band', 'wall', 'pillow', 'foldedPillows', 'chair'],
    school: 'allRound',
    owns: ['bandRibs', 'setAndKeep'],
    look: {
      quiet: taps(13),
      twoHands: { belly: 0.5, chest: 0.4, first: 'together' },
      signs: { bendsBack: true },
      holds: [1, 2].map(() => ({
        position: 'hookLying' as const,
        holdS: 25,
        end: 'calm' as const,
        breathlessness: 2,
      })),
    },
  },
  C17: {
    minutes: 8,
    props: ['wall', 'straw', 'chair'],
    owns: [['wallWiden', 'sittingAtWall'], 'strawExhale'],
    goals: ['sitting'],
    place: 'desk',
    look: { quiet: taps(15) },
  },
  C18: {
    minutes: 15,
    props: ['band', 'towel', 'chair'],
    flags: { shoulder: true },
    look: {
      quiet: taps(20),
      twoHands: { belly: 0.3, chest: 0.5, first: 'chest' },
      fiveAndFive: { marks: [], ordinaryLift: 2, deepLift: 3, nostrilFlare: false, yawning: false },
      rings: { hookLying: rings(0.3, 0.15, 0.3, 0.4, 0.5) },
    },
  },
  C19: {
    minutes: 15,
    props: ['counter', 'chair'],
    school: 'allRound',
    look: {
      quiet: taps(14),
      rings: { hookLying: rings(0.8, 0.15, 0.3, 0.3, 0), standing: rings(0.8, 0.15, 0.2, 0.3, 0.1) },
      signs: { weightOn: 'forefoot', pelvis: 'tippedForward' },
    },
  },
  C20: {
    minutes: 15,
    props: ['chair', 'wall'],
    flags: { panic: true },
    look: { quiet: taps(24, 1.1, 0.35), twoHands: { belly: 0.3, chest: 0.5, first: 'together' } },
  },
  C21: {
    minutes: 20,
    props: ['pillow', 'chair'],
    owns: ['twoHands'],
    look: {
      quiet: taps(18),
      twoHands: { belly: 0.3, chest: 0.6, first: 'chest' },
      fiveAndFive: { marks: [], ordinaryLift: 0, deepLift: 2, nostrilFlare: false, yawning: false },
      rings: { hookLying: rings(0.3, 0.3, 0.2, 0.5, 0.4) },
    },
  },
  C22: {
    minutes: 20,
    props: ['straw', 'chair'],
    goals: ['singing'],
    look: { quiet: taps(15), comfortableExhaleS: 3.5 },
  },
  C23: {
    minutes: 20,
    props: ['barbell', 'weight', 'chair'],
    flags: { highBloodPressure: true },
    goals: ['lifting'],
    owns: [['sideBend', 'standing'], 'standUp'],
    look: { quiet: taps(14), twoHands: { belly: 0.6, chest: 0.2, first: 'belly' } },
  },
  C24: {
    minutes: 20,
    props: ['pillow', 'wall', 'chair'],
    flags: { pregnancyWeek: 22 },
    look: {
      quiet: taps(16),
      rings: { sitting: rings(0.5, 0.2, 0.3, 0.3, 0.1, 0.6) },
      sideBend: { position: 'sitting', right: 0.6, left: 0.25 },
    },
  },
};
