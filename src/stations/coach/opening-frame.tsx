import type { ReactNode } from 'react';

type Props = {
  /** Which part of the opening it is. */
  at: 'asks' | 'sign';
  title: string;
  /** Whose lesson it is, a client’s or a class’s. */
  name: string;
  lesson: string;
  children: ReactNode;
};

/** What comes before the first block of a lesson: questions, then the sign. */
export const OpeningFrame = ({ at, title, name, lesson, children }: Props) => (
  <div className="mx-auto flex min-h-dvh max-w-[980px] flex-col gap-5 px-4 py-6 room:px-8" data-opening={at}>
    <header className="flex flex-wrap items-baseline justify-between gap-x-6">
      <h1 className="text-huge">{title}</h1>
      <p className="text-lead text-soft">
        <bdi>{name}</bdi> · {lesson}
      </p>
    </header>
    {children}
  </div>
);
