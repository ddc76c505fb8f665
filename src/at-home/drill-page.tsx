import type { HomeWords } from '@/core/home/home-doc.schema';
import type { HomeEntry } from '@/core/home/home-plan.schema';
import { Back, Body, Tap } from './parts';

export type DrillProps = {
  entry: HomeEntry;
  words: HomeWords;
  /** Two hard days in a row: half of it for now. */
  eased: boolean;
  /** No numbers: the client hates being counted. */
  plain: boolean;
  onBack: () => void;
  onDone: () => void;
  onStop: () => void;
};

/** How a drill is done: the body, how to get there, what touches, what to do, and two cues. */
export function DrillPage({
  words,
  eased,
  closed,
  onBack,
  onBegin,
  onDone,
  onStop,
}: DrillProps & {
  /** Nothing is done now: it can only be read. */
  closed: boolean;
  onBegin: () => void;
}) {
  return (
    <>
      <Back onBack={onBack} />
      <h1>{words.name}</h1>
      <p className="lead">
        {words.dose}. {words.counts}
      </p>
      {eased && (
        <p role="status" className="eased">
          The last two days were hard. Do half of it for now; it comes back when it feels easy.
        </p>
      )}
      {words.props && <p>You need: {words.props}.</p>}
      {words.pictures.map((drawn, i) => (
        <figure key={i}>
          <Body drawn={drawn} className="body" />
          {words.pictures.length > 1 && (
            <figcaption>{i === 0 ? 'how it begins' : 'where it goes'}</figcaption>
          )}
        </figure>
      ))}
      <h2>Get there</h2>
      <ol className="steps">
        {words.place.map((s) => (
          <li key={s}>{s}</li>
        ))}
      </ol>
      {words.steps.length > 0 && (
        <>
          <h2>Then</h2>
          <ol className="steps">
            {words.steps.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ol>
        </>
      )}
      {words.cues.map((c) => (
        <p key={c} className="cue">
          {c}
        </p>
      ))}
      {words.feeling && <p className="quiet">You may feel: {words.feeling}</p>}
      <div className="below">
        {closed ? (
          <p className="care">Not now. Read it if you like, and leave it out.</p>
        ) : (
          <>
            <Tap look="main" className="wide" onClick={onBegin}>
              Begin, with the count
            </Tap>
            <Tap className="wide" onClick={onDone}>
              I have done it
            </Tap>
          </>
        )}
        <Tap look="stop" className="wide" onClick={onStop}>
          Something is not right
        </Tap>
      </div>
    </>
  );
}
