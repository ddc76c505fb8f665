import type { Task } from './task.schema';

export type TaskMatch = { task: Task; score: number; words: string[] };

const plain = (text: string): string =>
  ` ${text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9 ]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()} `;

/** English endings that do not change what is meant. */
const stem = (word: string): string =>
  word.length > 4 ? word.replace(/(ing|ers?|ed|es|s)$/, '').replace(/(.)\1$/, '$1') : word;

const stems = (text: string): string[] =>
  plain(text)
    .trim()
    .split(' ')
    .filter(Boolean)
    .map((w) => stem(stem(w)));

/** How often the words of a phrase stand in a text in their order. */
const standsIn = (phrase: readonly string[], text: readonly string[]): boolean =>
  text.some((_, i) => phrase.every((w, k) => text[i + k] === w));

/**
 * The tasks that a goal in the client's own words points to, best first. Words and phrases only, no network: a phrase of
 * two words counts more than one word, and a word that many tasks share counts less.
 *
 * @example “lift my daughter out of the cot” points to the task lift
 */
export function matchTasks(goal: string, tasks: readonly Task[]): TaskMatch[] {
  const text = stems(goal);
  if (text.length === 0) return [];
  const phrases = tasks.map((task) => ({
    task,
    phrases: [...new Set([...task.words, task.name].map((w) => stems(w).join(' ')))].map((p) => p.split(' ')),
  }));
  const shared = new Map<string, number>();
  for (const { phrases: own } of phrases)
    for (const p of own) shared.set(p.join(' '), (shared.get(p.join(' ')) ?? 0) + 1);
  return phrases
    .map(({ task, phrases: own }) => {
      const found = own.filter((p) => standsIn(p, text));
      const score = found.reduce((sum, p) => sum + p.length ** 1.5 / (shared.get(p.join(' ')) ?? 1), 0);
      return { task, score, words: found.map((p) => p.join(' ')) };
    })
    .filter((m) => m.score > 0)
    .sort((a, b) => b.score - a.score);
}
