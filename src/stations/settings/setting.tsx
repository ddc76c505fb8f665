import type { ReactNode } from 'react';

type Props = { label: string; does: string; source: string; children: ReactNode };

/** One setting: what it is and does, where its usual value comes from, and how it is set. */
export const Setting = ({ label, does, source, children }: Props) => (
  <div className="grid grid-cols-1 items-start gap-x-8 gap-y-1 border-b border-rule py-2 room:grid-cols-[1fr_300px]">
    <div>
      <p className="font-semibold">{label}</p>
      <p className="text-small">{does}</p>
      <p className="text-fine text-soft">{source}</p>
    </div>
    <div>{children}</div>
  </div>
);
