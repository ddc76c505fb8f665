import type { ReactNode } from 'react';

/** Pictures of one kind. */
export const States = ({ title, children }: { title: string; children: ReactNode }) => (
  <section aria-label={title} className="pt-5">
    <h2 className="border-b border-rule text-lead">{title}</h2>
    <div className="grid grid-cols-2 room:grid-cols-4 gap-5 pt-3">{children}</div>
  </section>
);

/** One picture in one state. */
export const State = ({
  name,
  wide = false,
  children,
}: {
  name: string;
  wide?: boolean;
  children: ReactNode;
}) => (
  <figure data-picture={name} className={wide ? 'col-span-4 min-w-0 overflow-x-auto' : 'min-w-0'}>
    {children}
    <figcaption className="text-fine text-soft">{name}</figcaption>
  </figure>
);
