import { join, relative } from 'node:path';

/** Runs whole (`npm run battery`), or the part of the day (`npm test`). */
export type Battery = {
  whole: boolean;
  it: Pick<jest.It, 'each'> & ((name: string, run: jest.ProvidesCallback, timeout?: number) => void);
  /** How many of something to do: so many when it runs whole, fewer as a part. */
  some: (whole: number, part: number) => number;
  /** All of a list, or so many of it, other ones each day. */
  share: <T>(all: readonly T[], part: number) => T[];
};

const DAY = Math.floor(Date.now() / 86_400_000);

/**
 * A battery: tests that try very many cases and of which each stands by itself. As a part every `parts`-th is run, other
 * ones each day; `npm run battery` runs all and notes what they rested on.
 */
export function battery(parts: number): Battery {
  const file = relative(join(__dirname, '..'), expect.getState().testPath!);
  const asked = process.env.KOKYU_BATTERIES ?? '';
  const whole = asked === 'all' || asked.split(',').includes(file);
  let count = DAY;
  const due = () => whole || count++ % parts === 0;
  const run: Battery['it'] = Object.assign(
    (name: string, test: jest.ProvidesCallback, timeout?: number) => {
      if (due()) it(name, test, timeout);
    },
    {
      each: ((table: readonly unknown[]) =>
        (name: string, test: (row: unknown) => void, timeout?: number) => {
          const rows = table.filter(due);
          if (rows.length > 0) it.each(rows)(name, test, timeout);
        }) as unknown as jest.Each,
    },
  );
  return {
    whole,
    it: run,
    some: (all, part) => (whole ? all : part),
    share: (all, part) =>
      whole || part >= all.length
        ? [...all]
        : Array.from({ length: part }, (_, i) => all[(DAY * part + i) % all.length]!),
  };
}
