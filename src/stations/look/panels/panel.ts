import type { Position } from '@/core/body/positions';
import type { School } from '@/core/aims/school';
import type { LookData } from '@/core/look/look';
import type { Thresholds } from '@/core/read/thresholds';

/** What the panel of every test is given; each takes what it needs. */
export type PanelProps = {
  look: LookData;
  set: (change: (look: LookData) => LookData) => void;
  lookId: string;
  school: School;
  /** Why this client holds no breath; empty when nothing speaks against it. */
  holdBars: readonly string[];
  thresholds: Thresholds;
  /** What this client does not take. */
  barred: readonly Position[];
  /** The look that this one is held against: a test begins where it was made then. */
  before?: LookData | null;
};
