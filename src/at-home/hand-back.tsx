import { useMemo, useState } from 'react';
import { printHandBack } from '@/core/home/hand-back';
import type { Kept } from '@/core/home/kept.schema';
import { Back, Tap } from './parts';

/** What was done, as a code to read out or send, and as a file. */
export function HandBack({ kept: { doc, said }, onBack }: { kept: Kept; onBack: () => void }) {
  const code = useMemo(() => printHandBack(doc.planId, doc.plan, said), [doc, said]);
  const [told, setTold] = useState('');
  const complaints = said.some((r) => r.kind === 'complaints');
  const file = JSON.stringify({
    format: 'kokyu-home-reports',
    version: 1,
    planId: doc.planId,
    reports: said,
  });
  return (
    <>
      <Back onBack={onBack} />
      <h1>Hand it back</h1>
      <p className="lead">
        Read this code out, or send it as it is. It tells which things were done on which day.
      </p>
      <p className="code" data-testid="code">
        {code}
      </p>
      <Tap
        className="wide"
        onClick={() =>
          void navigator.clipboard?.writeText(code).then(
            () => setTold('Copied.'),
            () => setTold('It cannot be copied here: hold a finger on the code.'),
          )
        }
      >
        Copy the code
      </Tap>
      <a
        className="tap plain wide"
        href={`data:application/json;charset=utf-8,${encodeURIComponent(file)}`}
        download="kokyu-home.json"
      >
        Save it as a file
      </a>
      {complaints && <p>Your answers to the questions go with the file, not with the code.</p>}
      <p role="status">{told}</p>
    </>
  );
}
