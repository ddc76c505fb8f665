import { fail, type Result } from '@/core/base/result';

const SILENT = 'Kokyu does not answer. Look whether it was done before you try again.';

/**
 * What a command came to. Where Kokyu does not answer, or with nothing, that as a sentence, so that no press stays without
 * a word.
 *
 * @param silent what is said then
 */
export const answered = <T>(command: Promise<Result<T>>, silent = SILENT): Promise<Result<T>> =>
  command.then(
    (answer: Result<T> | undefined) => answer ?? fail(silent),
    () => fail(silent),
  );
