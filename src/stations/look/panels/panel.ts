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
};
