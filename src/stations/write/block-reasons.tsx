'use client';

import { NEED_LABEL } from '@/core/aims/needs';
import type { Contribution } from '@/core/propose/contributions';
import type { Problem } from '@/core/sequence/check';
import type { Block } from '@/core/sequence/sequence';
import { wordsOf } from '@/core/sequence/words';
import { Button } from '@/ui/button';
import { Notice } from '@/ui/notice';

type Props = {
  block: Block;
  problems: readonly Problem[];
  adds?: Contribution;
  onFix: (problem: Problem) => void;
};

/** Below this share a block's part is not worth a sentence. */
const WORTH_SAYING = 0.005;

/** What is wrong with a block, why it is here, what was changed, and what it adds. */
export function BlockReasons({ block, problems, adds, onFix }: Props) {
  const { watch } = wordsOf(block);
  return (
    <>
      {problems.map((p) => (
        <Notice
          key={p.text}
          level={p.level}
          action={p.fix && <Button onClick={() => onFix(p)}>{`Mend: ${p.fix.says}`}</Button>}
        >
          {p.text}
        </Notice>
      ))}
      {block.changes.map((c) => (
        <p key={c} className="text-care">
          Changed: {c}.
        </p>
      ))}
      <details>
        <summary className="cursor-pointer text-soft">Why, and what to watch for</summary>
        <ul>
          {block.why.map((w) => (
            <li key={w}>{w}</li>
          ))}
          {adds && adds.share > WORTH_SAYING && (
            <li>
              Adds {Math.round(adds.share * 100)} % of what the sequence does:{' '}
              {adds.needs
                .slice(0, 3)
                .map((n) => NEED_LABEL[n.need])
                .join(', ')}
              .
            </li>
          )}
          {watch && <li className="text-soft">Watch for: {watch}.</li>}
        </ul>
      </details>
    </>
  );
}
