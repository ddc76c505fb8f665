import type { School } from '@/core/aims/school';
import type { LookData } from '@/core/look/look';
import type { Thresholds } from '@/core/read/thresholds';
import type { Flags } from '@/core/screen/flags';

/** What the panel of every test is given; each takes what it needs. */
export type PanelProps = {
  look: LookData;
  set: (change: (look: LookData) => LookData) => void;
  lookId: string;
  school: School;
  flags: Flags;
  thresholds: Thresholds;
};
