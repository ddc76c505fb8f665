'use client';

import { Button } from '../button';
import { Notice } from '../notice';
import type { Autosave } from './use-autosave';

/** Says whether everything is stored, and settles a change from another window. */
export function SaveStatus<T>({ autosave, onCopyMine }: { autosave: Autosave<T>; onCopyMine?: () => void }) {
  if (autosave.state === 'conflict') {
    return (
      <Notice
        level="care"
        action={
          <span className="flex shrink-0 flex-wrap gap-2">
            <Button onClick={autosave.takeTheirs}>Show theirs</Button>
            {onCopyMine && <Button onClick={onCopyMine}>Keep mine as a copy</Button>}
            <Button onClick={autosave.keepMine}>Keep mine here</Button>
          </span>
        }
      >
        {autosave.why} Both are kept: choose which one stands here; the other stays among the earlier values.
      </Notice>
    );
  }
  if (autosave.state === 'failed') {
    return (
      <Notice level="care" action={<Button onClick={autosave.retry}>Try again</Button>}>
        {autosave.why}
      </Notice>
    );
  }
  return (
    <>
      {autosave.refused.length > 0 && (
        <Notice level="care">
          Everything was saved but what cannot be: {autosave.refused.join('; ')}. Correct it here.
        </Notice>
      )}
      {/* That everything is saved goes without saying: a screen reader is told only what is out of the ordinary. */}
      <p className="text-fine text-soft">
        {autosave.state === 'saving' ? 'Saving …' : 'All saved'}
        <span role="status">
          {autosave.joined && autosave.state === 'saved' ? ' · merged with edits from another window' : ''}
          {autosave.recovered && autosave.state === 'saved' ? ' · unsaved changes were recovered' : ''}
        </span>
      </p>
    </>
  );
}
