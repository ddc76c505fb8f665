import { waitingCount } from '@/core/home/kept';
import { useEffect, useMemo, useRef, useState } from 'react';
import { slotFor, stoppedOn, todayOf, type LineNow } from '@/core/home/today';
import { asItIsNow } from '@/core/home/step-down';
import { ZoneHatch } from '@/pictures/zone-hatch';
import { DrillPage } from './drill-page';
import { FeltPage } from './felt-page';
import { HandBack } from './hand-back';
import type { Kept } from '@/core/home/kept.schema';
import { Questions } from './questions';
import { RunPage, type Did } from './run-page';
import { StopPage } from './stop-page';
import { TodayPage } from './today-page';
import { useHome, type Home, type Origin } from './use-home';

type Screen =
  | { at: 'today' }
  | { at: 'drill'; entryId: string }
  | { at: 'run'; entryId: string }
  | { at: 'felt'; entryId: string | null; slot: string; did: Did }
  | { at: 'stop'; entryId: string | null }
  | { at: 'questions' }
  | { at: 'handBack' };

/** The client’s own page: what is to be done today, how, and how it was. */
export function App({ origin }: { origin: Origin }) {
  const home = useHome(origin);
  const { standing } = home;
  return (
    <main>
      <ZoneHatch />
      {standing.kind === 'opening' ? (
        <p className="quiet" role="status">
          Opening …
        </p>
      ) : standing.kind === 'shut' ? (
        <section className="shut">
          <h1>Kokyu at home</h1>
          <p role="alert">{standing.why}</p>
        </section>
      ) : (
        <Open home={home} kept={standing.kept} fleeting={standing.fleeting} file={origin.kind === 'file'} />
      )}
    </main>
  );
}

type OpenProps = { home: Home; kept: Kept; fleeting: boolean; file: boolean };

function Open({ home, kept, fleeting, file }: OpenProps) {
  const { doc, said } = kept;
  const [screen, setScreen] = useState<Screen>({ at: 'today' });
  const now = useNow();
  const today = useMemo(() => todayOf(doc.plan, said, now), [doc.plan, said, now]);
  const stopped = useMemo(() => stoppedOn(said, today.day), [said, today.day]);
  const closed = doc.held ? 'held' : stopped.length > 0 ? 'stopped' : null;
  const top = useRef<HTMLDivElement>(null);
  useEffect(() => {
    scrollTo(0, 0);
    top.current?.focus({ preventScroll: true });
  }, [screen]);
  const back = () => setScreen({ at: 'today' });
  const lineOf = (entryId: string | null): LineNow | undefined =>
    today.lines.find((l) => l.entryId === entryId);
  const done = (entryId: string | null, did: Did = {}) => {
    if (closed !== null) return back();
    const line = lineOf(entryId);
    const slot = line && (slotFor(line) ?? line.slots.at(-1));
    if (!slot) return back();
    if (entryId === null) {
      void home.say({ kind: 'done', slot: slot.key, entryId });
      return back();
    }
    setScreen({ at: 'felt', entryId, slot: slot.key, did });
  };
  return (
    <div ref={top} tabIndex={-1} className="screen">
      {screen.at === 'today' && (
        <TodayPage
          doc={doc}
          today={today}
          waiting={file ? null : waitingCount(kept)}
          nobody={home.reach === 'nobody'}
          fleeting={fleeting}
          closed={closed}
          stopped={stopped}
          asked={doc.asks && !said.some((r) => r.kind === 'complaints')}
          onDrill={(entryId) => setScreen({ at: 'drill', entryId })}
          onLook={() => done(null)}
          onUndo={(id) => void home.say({ kind: 'undo', of: id })}
          onStop={() => setScreen({ at: 'stop', entryId: null })}
          onQuestions={() => setScreen({ at: 'questions' })}
          onHandBack={file ? () => setScreen({ at: 'handBack' }) : undefined}
        />
      )}
      {screen.at === 'drill' && (
        <DrillPage
          {...drillOf(kept, screen.entryId)}
          closed={closed !== null}
          onBack={back}
          onBegin={() => setScreen({ at: 'run', entryId: screen.entryId })}
          onDone={() => done(screen.entryId)}
          onStop={() => setScreen({ at: 'stop', entryId: screen.entryId })}
        />
      )}
      {screen.at === 'run' && closed === null && (
        <RunPage
          {...drillOf(kept, screen.entryId)}
          onBack={() => setScreen({ at: 'drill', entryId: screen.entryId })}
          onDone={(did) => done(screen.entryId, did)}
          onStop={() => setScreen({ at: 'stop', entryId: screen.entryId })}
        />
      )}
      {screen.at === 'felt' && (
        <FeltPage
          onFelt={(felt) => {
            const { slot, entryId, did } = screen;
            void home.say({ kind: 'done', slot, entryId, ...did, ...(felt === null ? {} : { felt }) });
            back();
          }}
        />
      )}
      {screen.at === 'stop' && (
        <StopPage
          signs={doc.stops}
          told={stopped}
          onSign={(sign) => void home.say({ kind: 'stop', entryId: screen.entryId, sign })}
          onTakeBack={(id) => void home.say({ kind: 'undo', of: id })}
          onBack={back}
          heard={!file}
        />
      )}
      {screen.at === 'questions' && (
        <Questions
          onBack={back}
          onSend={(symptoms) => {
            void home.say({ kind: 'complaints', symptoms });
            back();
          }}
        />
      )}
      {screen.at === 'handBack' && <HandBack kept={kept} onBack={back} />}
    </div>
  );
}

/** A drill as it is done now: at half its dose after two hard days in a row. */
const drillOf = ({ doc, said }: Kept, entryId: string) => {
  const planned = doc.plan.entries.find((e) => e.id === entryId)!;
  const entry = asItIsNow(planned, said);
  return {
    entry,
    eased: entry !== planned,
    plain: doc.uncounted === true,
    words: doc.words.find((w) => w.entryId === entryId)!,
  };
};

/** The time, twice a minute: what is due changes with it. */
function useNow(): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), 30_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
