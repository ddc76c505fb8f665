import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import type { Standing } from './use-kept';

/** Whether a change is kept, and the way back from it. */
export const KeptLine = ({ standing, undo }: { standing: Standing; undo: (() => void) | null }) => (
  <div className="flex min-h-8 flex-wrap items-center gap-4 text-small">
    <span role="status" className="text-soft">
      {standing === 'changing' ? 'Keeping …' : standing === 'kept' ? 'Kept.' : ''}
    </span>
    {undo && (
      <Press look="quiet" onClick={undo}>
        Take the last change back
      </Press>
    )}
    {typeof standing === 'object' && <Notice level="care">{standing.failed}</Notice>}
  </div>
);
