import { PLACE_WORDS } from '@/core/home/home-places';
import { CHECK_WORDS } from '@/core/home/check-words';
import { slotFor, type LineNow, type SlotNow } from '@/core/home/today';
import type { HomeDoc } from '@/core/home/home-doc.schema';
import type { HomeReport } from '@/core/home/report.schema';
import { STOP_SIGN_LABEL } from '@/core/screen/stop-signs';
import { PlaceSign } from '@/pictures/place-sign';
import { Body, Tap } from './parts';

type Props = {
  doc: HomeDoc;
  today: { day: string; lines: LineNow[]; next: SlotNow | null };
  /** What has not arrived yet; null where nothing is sent. */
  waiting: number | null;
  nobody: boolean;
  /** This browser keeps nothing. */
  fleeting: boolean;
  /** Why nothing is done now: a stop sign of today, or the instructor waits for something. */
  closed: 'stopped' | 'held' | null;
  stopped: readonly Extract<HomeReport, { kind: 'stop' }>[];
  /** The questions wait for an answer. */
  asked: boolean;
  onDrill: (entryId: string) => void;
  onLook: () => void;
  onUndo: (reportId: string) => void;
  onStop: () => void;
  onQuestions: () => void;
  onHandBack?: (() => void) | undefined;
};

/** The day as a thread: what is next large, the rest in its order, what is done with a stroke through its sign. */
export function TodayPage(props: Props) {
  const { doc, today, asked } = props;
  const { plan } = doc;
  const over = today.day > plan.until;
  const early = today.day < plan.from;
  return (
    <>
      <header>
        <p className="day">{dayWords(today.day)}</p>
        <h1>{doc.firstName ? `${doc.firstName}, today` : 'Today'}</h1>
      </header>
      {plan.note && <p className="note">{plan.note}</p>}
      {asked && (
        <section className="ask">
          <p>Before you come again: sixteen short questions on how you were lately.</p>
          <Tap onClick={props.onQuestions}>Answer them</Tap>
        </section>
      )}
      {props.closed !== null && (
        <section className="closed" role="status">
          <p className="care">
            {props.closed === 'held'
              ? 'Wait for now: leave all of this out until you have spoken with your instructor.'
              : `You stopped today (${props.stopped.map((r) => STOP_SIGN_LABEL[r.sign]).join(', ')}). Nothing more today.`}
          </p>
          {props.closed === 'stopped' && (
            <Tap look="quiet" onClick={props.onStop}>
              Something else, or a mistake
            </Tap>
          )}
        </section>
      )}
      {over || early ? (
        <p className="quiet">
          {over
            ? 'This plan is over. Your instructor makes the next one with you.'
            : `It begins on ${dayWords(plan.from)}.`}
        </p>
      ) : today.lines.length === 0 ? (
        <p className="quiet">Nothing today: a free day.</p>
      ) : (
        <ol className="thread">
          {today.lines.map((line) => (
            <Line key={`${line.place} ${line.entryId}`} line={line} {...props} />
          ))}
        </ol>
      )}
      {doc.mind.length > 0 && (
        <section>
          <h2>All day</h2>
          {doc.mind.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </section>
      )}
      <Tap look="stop" className="wide" onClick={props.onStop}>
        Something is not right
      </Tap>
      <Foot {...props} />
    </>
  );
}

function Line({ line, doc, today, closed, onDrill, onLook, onUndo }: Props & { line: LineNow }) {
  const { place, entryId, slots } = line;
  const words = doc.words.find((w) => w.entryId === entryId);
  const done = slots.filter((s) => s.done !== null);
  const next = slotFor(line);
  const isNext = closed === null && slots.some((s) => s.key === today.next?.key);
  const all = done.length === slots.length;
  const name = words?.name ?? CHECK_WORDS.title;
  const when = place === 'check' ? 'Now and then' : PLACE_WORDS[place].when;
  return (
    <li className={`${all ? 'all' : ''} ${isNext ? 'next' : ''}`}>
      <PlaceSign place={place} className="sign" />
      <div>
        <p className="when">
          {when}
          {next?.at && !all && <b> · {isNext && next.due === 'now' ? `now (${next.at})` : next.at}</b>}
          {slots.length > 1 && (
            <span>
              {' '}
              · {done.length} of {slots.length} done
            </span>
          )}
        </p>
        <p className="name">{name}</p>
        <p className="dose">{words ? `${words.dose}. ${words.counts}` : CHECK_WORDS.text}</p>
        {isNext && words?.pictures[0] && <Body drawn={words.pictures[0]} className="small-body" />}
        <div className="row">
          {entryId === null
            ? !all && closed === null && <Tap onClick={onLook}>I looked</Tap>
            : !all && (
                <Tap look={isNext ? 'main' : 'plain'} onClick={() => onDrill(entryId)}>
                  {isNext ? 'Begin' : 'Open'}
                </Tap>
              )}
          {all && <span className="done">Done ✓</span>}
          {done.length > 0 && (
            <Tap look="quiet" onClick={() => onUndo(done.at(-1)!.done!.id)}>
              Take back
            </Tap>
          )}
        </div>
      </div>
    </li>
  );
}

/** Where what was done stands on its way. */
function Foot({ waiting, nobody, fleeting, onHandBack, doc }: Props) {
  return (
    <footer>
      {waiting !== null && (
        <p role="status">
          {waiting === 0
            ? 'All of it has arrived at your instructor’s.'
            : `${waiting} ${waiting === 1 ? 'thing waits' : 'things wait'} to be sent${nobody ? ': Kokyu cannot be reached just now. It is kept here and goes by itself later.' : '.'}`}
        </p>
      )}
      {fleeting && (
        <p className="care">
          This browser keeps nothing once the page is closed. Leave it open, or use another browser.
        </p>
      )}
      {onHandBack && (
        <Tap className="wide" onClick={onHandBack}>
          Hand back what was done
        </Tap>
      )}
      <p>This plan ends on {dayWords(doc.plan.until)}.</p>
    </footer>
  );
}

/** @example dayWords('2026-03-02') // 'Monday, 2 March' */
const dayWords = (day: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    timeZone: 'UTC',
  }).format(new Date(`${day}T12:00:00Z`));
