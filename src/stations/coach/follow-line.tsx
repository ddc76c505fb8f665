import { LEAD_LABEL, LEADS, lagSaid, type Lead } from '@/core/run/follow';
import { Press } from '@/ui/press';
import type { Following } from './use-follow';

const percent = (share: number | null): string => (share === null ? '–' : `${Math.round(share * 100)} %`);

/** How the client goes with what is asked, in one line, and who sets the pace. */
export function FollowLine({ following, lead }: { following: Following; lead: Lead }) {
  const { on, why, taps, tap, followed } = following;
  if (!on) return why === '' ? null : <p className="text-small text-care">{why}</p>;
  const { share = null, depth = null, unevenness = null } = followed ?? {};
  return (
    <div
      role="group"
      aria-label="The client’s breath"
      className="flex flex-wrap items-center gap-x-4 gap-y-1"
    >
      <p className="text-lead tabular-nums" data-testid="followed">
        {followed ? lagSaid(followed) : 'no breath yet'} · with it {percent(share)}
        {depth !== null && ` · depth ${percent(depth)}`}
        {unevenness !== null &&
          ` · ${unevenness < 0.2 ? 'even' : unevenness < 0.35 ? 'fairly even' : 'uneven'}`}
      </p>
      <span className="flex">
        {LEADS.map((l) => (
          <Press
            key={l}
            look="tool"
            aria-pressed={following.pending ? l === 'meet' : lead === l}
            className="-ml-px min-h-11 px-2.5 text-lead"
            onClick={() => following.lead(l)}
          >
            {LEAD_LABEL[l]}
          </Press>
        ))}
      </span>
      {why !== '' && <span className="text-small text-care">{why}</span>}
      {following.pending && <span className="text-small text-soft">begins with their next inhale</span>}
      {taps && (
        <Press look="tool" className="min-h-11 px-4 text-lead" onClick={tap}>
          The breath turns
        </Press>
      )}
    </div>
  );
}
