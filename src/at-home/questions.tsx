import { useState } from 'react';
import { HOW_OFTEN, SYMPTOM_LABEL, SYMPTOMS, type Symptoms } from '@/core/look/symptoms';
import { Back, Tap } from './parts';

/** The sixteen complaints, each in one tap. */
export function Questions({ onBack, onSend }: { onBack: () => void; onSend: (symptoms: Symptoms) => void }) {
  const [answers, setAnswers] = useState<Symptoms>({});
  const said = SYMPTOMS.filter((s) => answers[s] !== undefined).length;
  return (
    <>
      <Back onBack={onBack} />
      <h1>How were you lately?</h1>
      <p className="lead">How often in the last weeks? One tap a line.</p>
      {SYMPTOMS.map((symptom) => (
        <fieldset key={symptom}>
          <legend>{SYMPTOM_LABEL[symptom]}</legend>
          <div className="often">
            {HOW_OFTEN.map((word, i) => (
              <label key={word} className={answers[symptom] === i ? 'on' : ''}>
                <input
                  type="radio"
                  name={symptom}
                  checked={answers[symptom] === i}
                  onChange={() => setAnswers({ ...answers, [symptom]: i })}
                />
                {word}
              </label>
            ))}
          </div>
        </fieldset>
      ))}
      <Tap look="main" className="wide" disabled={said < SYMPTOMS.length} onClick={() => onSend(answers)}>
        {said < SYMPTOMS.length ? `${SYMPTOMS.length - said} still to answer` : 'Send the answers'}
      </Tap>
    </>
  );
}
