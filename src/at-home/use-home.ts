import { useCallback, useEffect, useRef, useState } from 'react';
import { practiceDay } from '@/core/home/zoned';
import type { HomeDoc } from '@/core/home/home-doc.schema';
import type { HomeReport } from '@/core/home/report.schema';
import { fresh, taken, waiting, without } from '@/core/home/kept';
import type { Kept } from '@/core/home/kept.schema';
import { keep, recall } from './keep';
import { fetchPlan, sendReports } from './send';

/** How the page came: by a link that can be asked, or as one file that asks nobody. */
export type Origin = { kind: 'link'; token: string } | { kind: 'file'; doc: HomeDoc } | { kind: 'lost' };

export type Standing =
  | { kind: 'opening' }
  | { kind: 'open'; kept: Kept; /** Nothing that is done now survives this page. */ fleeting: boolean }
  | { kind: 'shut'; why: string };

/** Where something waits, it is tried again so often. */
const AGAIN_MS = 10_000;
/** So much is sent at once. */
const AT_ONCE = 200;

/** What differs from one kind of report to the next. */
type Said =
  | Pick<Extract<HomeReport, { kind: 'done' }>, 'kind' | 'slot' | 'entryId' | 'felt'>
  | Pick<Extract<HomeReport, { kind: 'stop' }>, 'kind' | 'entryId' | 'sign'>
  | Pick<Extract<HomeReport, { kind: 'complaints' }>, 'kind' | 'symptoms'>
  | Pick<Extract<HomeReport, { kind: 'undo' }>, 'kind' | 'of'>;

/** The plan, what was said of it, and the way back to the instructor; all of it is kept on the phone first. */
export function useHome(origin: Origin) {
  const [standing, setStanding] = useState<Standing>({ kind: 'opening' });
  const [reach, setReach] = useState<'there' | 'nobody'>('there');
  const now = useRef<Kept | null>(null);
  const busy = useRef(false);
  const shut = useRef<string | null>(null);
  const fleeting = useRef(false);
  const name = origin.kind === 'link' ? origin.token : origin.kind === 'file' ? origin.doc.planId : '';

  const put = useCallback(
    async (kept: Kept) => {
      now.current = kept;
      // What still goes out after a plan was shut does not open it again.
      const show = (fleeting: boolean) =>
        shut.current === null && setStanding({ kind: 'open', kept, fleeting });
      show(fleeting.current);
      fleeting.current = !(await keep(name, kept));
      if (fleeting.current) show(true);
    },
    [name],
  );

  /** Sends what was not sent. One at a time: what comes meanwhile goes with the next. */
  const send = useCallback(async () => {
    if (origin.kind !== 'link' || busy.current) return;
    busy.current = true;
    // What is refused of one plan stays on the phone and does not hold up the others.
    const refused = new Set<string>();
    while (now.current) {
      const next = waiting(now.current, refused);
      if (!next) break;
      const answer = await sendReports(origin.token, next.planId, next.reports.slice(0, AT_ONCE));
      setReach(answer.kind === 'nobody' ? 'nobody' : 'there');
      if (answer.kind === 'nobody') break;
      const settled = answer.kind === 'got' ? [...answer.value.kept, ...(answer.value.refused ?? [])] : [];
      if (settled.length > 0) await put(without(now.current, new Set(settled)));
      else refused.add(next.planId);
    }
    busy.current = false;
  }, [origin, put]);

  useEffect(() => {
    let here = true;
    const open = async () => {
      if (origin.kind === 'lost')
        return setStanding({
          kind: 'shut',
          why: 'This page needs its whole link: open it from the paper or the message.',
        });
      const kept = await recall(name);
      if (!here) return;
      if (origin.kind === 'file')
        return put(
          kept && kept.doc.planId === origin.doc.planId ? { ...kept, doc: origin.doc } : fresh(origin.doc),
        );
      if (kept) await put(kept);
      const answer = await fetchPlan(origin.token);
      if (!here) return;
      setReach(answer.kind === 'nobody' ? 'nobody' : 'there');
      if (answer.kind === 'shut') {
        shut.current = answer.why;
        setStanding({ kind: 'shut', why: answer.why });
        await send();
      } else if (answer.kind === 'got') {
        const { doc } = answer.value;
        await put(now.current ? taken(now.current, doc) : fresh(doc));
        await send();
      } else if (!kept)
        setStanding({
          kind: 'shut',
          why: 'Kokyu cannot be reached. Open this page once where your instructor’s Kokyu is; then it works anywhere.',
        });
    };
    void open();
    const again = () => void send();
    const timer = setInterval(again, AGAIN_MS);
    addEventListener('online', again);
    document.addEventListener('visibilitychange', again);
    return () => {
      here = false;
      clearInterval(timer);
      removeEventListener('online', again);
      document.removeEventListener('visibilitychange', again);
    };
  }, [origin, name, put, send]);

  /** Keeps something that was done, and sends it when it can. */
  const say = useCallback(
    async (said: Said): Promise<void> => {
      const kept = now.current;
      if (!kept) return;
      const at = new Date();
      const id = crypto.randomUUID?.() ?? uuidOf(crypto.getRandomValues(new Uint8Array(16)));
      const report = {
        ...said,
        id,
        at: at.toISOString(),
        day: practiceDay(kept.doc.plan.day, at),
      } as HomeReport;
      await put({ ...kept, said: [...kept.said, report], unsent: [...kept.unsent, id] });
      void send();
    },
    [put, send],
  );
  return { standing, reach, say };
}

export type Home = ReturnType<typeof useHome>;

/** A random UUID (version 4, RFC 9562) where the browser makes none itself: over plain http. */
function uuidOf(bytes: Uint8Array): string {
  bytes[6] = (bytes[6]! & 0x0f) | 0x40;
  bytes[8] = (bytes[8]! & 0x3f) | 0x80;
  const hex = [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}
