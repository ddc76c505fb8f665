import { OctagonAlert, TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';

/** A caution or a stop: a word and a shape beside the colour. */
export function Notice({
  level,
  children,
  action,
}: {
  level: 'care' | 'stop';
  children: ReactNode;
  action?: ReactNode;
}) {
  const Icon = level === 'stop' ? OctagonAlert : TriangleAlert;
  return (
    <div
      role={level === 'stop' ? 'alert' : 'status'}
      className={`flex items-start gap-3 border-l-4 bg-sheet px-4 py-2.5 ${level === 'stop' ? 'border-stop' : 'border-care'}`}
    >
      <Icon
        size={20}
        className={`mt-0.5 shrink-0 ${level === 'stop' ? 'text-stop' : 'text-care'}`}
        aria-hidden
      />
      <div className="grow">
        <span className={`mr-1.5 font-bold ${level === 'stop' ? 'text-stop' : 'text-care'}`}>
          {level === 'stop' ? 'Stop.' : 'Caution.'}
        </span>
        {children}
      </div>
      {action}
    </div>
  );
}
