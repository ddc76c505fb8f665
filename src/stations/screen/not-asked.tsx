import Link from 'next/link';
import { groupsNotAsked } from '@/core/screen/asked';
import { notAsked } from '@/core/screen/questions';
import type { Screen } from '@/core/screen/screen';
import { Notice } from '@/ui/notice';

/** What was not asked yet and matters for this client, where something is about to be written or coached. */
export function NotAsked({ clientId, screen }: { clientId: string; screen: Screen }) {
  const groups = groupsNotAsked(screen);
  const open = [
    ...(groups.length > 0 ? [`Not asked yet: ${groups.join('; ')}.`] : []),
    ...notAsked(
      { flags: screen.flags, goals: screen.goalList ?? [], size: screen.size },
      screen.answers ?? {},
    ),
  ];
  if (open.length === 0) return null;
  return (
    <div className="mb-3">
      <Notice level="care">
        {open.join(' ')}{' '}
        <Link className="inline-block py-0.5 underline" href={`/clients/${clientId}/screen`}>
          Ask in Screen
        </Link>
      </Notice>
    </div>
  );
}
