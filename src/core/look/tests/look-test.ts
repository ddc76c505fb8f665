import type { Position } from '../../body/positions';
import type { LookData, Signs } from '../look.schema';

/** One test of a look: how it is set up, and what of a look is its own. */
export type LookTest = {
  name: string;
  /** How it is set up, in words for the instructor. */
  setUp: string;
  /** What touches what, so that two instructors set it up alike. */
  contact: string;
  position: Position;
  /** Minutes that it takes; our choice, timed on ourselves. */
  minutes: number;
  /** Whether a look holds anything of it. */
  seen: (look: LookData) => boolean;
  /** A look without what it recorded, so that it can be made again. */
  without: (look: LookData) => LookData;
};

export type SignName = keyof Signs;

/** Whether one of these signs was set. */
export const anySign = (look: LookData, signs: readonly SignName[]): boolean =>
  signs.some((s) => look.signs[s] !== undefined);

/** The look with these signs not set. */
export const withoutSigns = (look: LookData, signs: readonly SignName[]): LookData => ({
  ...look,
  signs: Object.fromEntries(
    Object.entries(look.signs).filter(([k]) => !(signs as readonly string[]).includes(k)),
  ) as Signs,
});
