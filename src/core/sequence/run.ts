import * as z from 'zod/mini';

export const BlockResult = z.object({
  blockId: z.string(),
  drillId: z.string(),
  quality: z.nullable(z.int().check(z.gte(1), z.lte(5))),
  note: z.string().check(z.maxLength(2000)),
  outcome: z.enum(['done', 'skipped', 'easier', 'stopped']),
});
export type BlockResult = z.infer<typeof BlockResult>;

/** Signs that stop a drill (practice P12, common practice). */
export const STOP_SIGNS = ['dizziness', 'tingling', 'vision', 'pain', 'panic', 'gasping'] as const;
export const StopSign = z.enum(STOP_SIGNS);
export type StopSign = z.infer<typeof StopSign>;

export const STOP_SIGN_LABEL: Record<StopSign, string> = {
  dizziness: 'dizziness',
  tingling: 'tingling lips or fingers',
  vision: 'change of vision',
  pain: 'pain',
  panic: 'panic',
  gasping: 'gasping',
};

/** Where a run stands. `blockS` is the clock inside the block (or the look again), so that a reload resumes there. */
export const RunState = z.object({
  stage: z.enum(['running', 'relook', 'done', 'stopped']),
  index: z.int().check(z.gte(0)),
  blockS: z.number().check(z.gte(0)),
  results: z.array(BlockResult).check(z.maxLength(300)),
  stopSign: z.optional(StopSign),
  stopNote: z.optional(z.string().check(z.maxLength(2000))),
  relookLookId: z.optional(z.string()),
});
export type RunState = z.infer<typeof RunState>;

export const NEW_RUN: RunState = { stage: 'running', index: 0, blockS: 0, results: [] };

/** Highest level of drills done with a quality of 4 or 5; −1 when there is none yet. */
export function ownedLevel(results: readonly BlockResult[], levelOf: (drillId: string) => number | undefined): number {
  return results.reduce((best, r) => ((r.quality ?? 0) >= 4 && r.outcome === 'done' ? Math.max(best, levelOf(r.drillId) ?? -1) : best), -1);
}
