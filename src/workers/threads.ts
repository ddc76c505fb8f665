/** The threads of this folder, each named where the bundler can see its file. */
export const bandsThread = (): Worker =>
  new Worker(new URL('./bands.worker.ts', import.meta.url), { type: 'module' });

export const planThread = (): Worker =>
  new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
