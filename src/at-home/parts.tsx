import type { ButtonHTMLAttributes } from 'react';
import type { Drawn } from '@/core/home/home-doc.schema';
import { Framed } from '@/pictures/framed';

/** What is pressed: the thing to do, another, or one that only goes back. */
export function Tap({
  look = 'plain',
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: 'main' | 'plain' | 'quiet' | 'stop' }) {
  return <button type="button" className={`tap ${look} ${className}`} {...rest} />;
}

/** A body as it was drawn where the plan was made. */
export const Body = ({ drawn, className }: { drawn: Drawn; className?: string }) => (
  <Framed {...drawn} className={className} />
);

export const Back = ({ onBack }: { onBack: () => void }) => (
  <Tap look="quiet" onClick={onBack}>
    ← Today
  </Tap>
);
