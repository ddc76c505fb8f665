import type { ButtonHTMLAttributes } from 'react';
import type { Drawn } from '@/core/home/home-doc.schema';

/** What is pressed: the thing to do, another, or one that only goes back. */
export function Tap({
  look = 'plain',
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: 'main' | 'plain' | 'quiet' | 'stop' }) {
  return <button type="button" className={`tap ${look} ${className}`} {...rest} />;
}

/** A body as it was drawn where the plan was made. */
export const Body = ({
  drawn: { said, viewBox, markup },
  className,
}: {
  drawn: Drawn;
  className?: string;
}) => (
  <svg
    viewBox={viewBox}
    className={className}
    overflow="visible"
    role="img"
    aria-label={said}
    preserveAspectRatio="xMidYMax meet"
    dangerouslySetInnerHTML={{ __html: markup }}
  />
);

export const Back = ({ onBack }: { onBack: () => void }) => (
  <Tap look="quiet" onClick={onBack}>
    ← Today
  </Tap>
);
