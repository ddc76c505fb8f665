import { POSITION } from '@/core/body/positions';
import type { Prop } from '@/core/body/props';
import type { Block } from '@/core/sequence/sequence';
import { countsOf, doseOf } from '@/core/sequence/sheet';
import { wordsOf } from '@/core/sequence/words';

/** A lexicon of its own, not shared with what makes the words: what must not be said of a block that is so. */
const LYING = /\b(lie|lying|hook-lying|mat under|back on the floor|on the floor under|sacrum heavy)\b/i;
const UPRIGHT = /\b(stand(?! still)|standing|sit tall|sit on|sit bones feel|the seat|walk(?! on))\b/i;
const BACK = /\b(sacrum|shoulder blades, back|heels, sacrum|back on the floor|press the floor behind)\b/i;
const WAITING =
  /\b(wait|waits|hold|holds|held|holding|pause|pauses|empty for|stay empty|count of ten|ten counts|counts? (at|empty|in the air))\b/i;
const LIFTING = /\b(lifts?|lifting|lifted|firms?|zips?|gathers?|gathering|clench|squeez\w*)\b/i;
const SETTING =
  /\b(draw(s|ing)? (in|the (whole )?(wall|belly))|brace[sd]?|bracing|low belly in\b|set the trunk|wrap upward)\b/i;
const KNEES_PRESS = /\b(squeez\w*|knees (press|hug))\b/i;

const NUMBER: Record<string, number> = Object.fromEntries(
  'one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen twenty'
    .split(' ')
    .map((w, i) => [w, i + 1]),
);

/** All that is said of a block, to whomever. */
export const everythingSaid = (block: Block): string[] => {
  const w = wordsOf(block);
  return [
    w.name,
    ...w.steps.map((s) => s.text),
    ...w.cues.map((c) => c.text),
    ...w.faults.flatMap((f) => [f.sign, f.mend]),
    w.feeling,
    w.movement,
    countsOf(block),
    doseOf(block),
  ];
};

/** What the words of a block say against it; empty when all of it fits. */
export function contradictions(block: Block): string[] {
  const { family } = POSITION[block.position];
  const p = block.breathing.kind === 'paced' ? block.breathing : null;
  const pauses =
    p !== null && [p.pattern, p.last].some((b) => b !== undefined && (b.holdInS > 0 || b.holdOutS > 0));
  const up = family === 'sitting' || family === 'standing';
  const down = family === 'supine' || family === 'side' || family === 'prone';
  const rules: [boolean, RegExp, string][] = [
    [up, LYING, 'lying words while upright'],
    [down, UPRIGHT, 'upright words while lying'],
    [family !== 'supine', BACK, 'words of the back on the floor'],
    [!pauses, WAITING, 'waiting without a pause'],
    [block.tone.floor === 'letGo' || block.tone.floor === 'none', LIFTING, 'lifting while the floor lets go'],
    [block.tone.control === 'none', SETTING, 'setting the wall while nothing is asked of it'],
    [
      !['ball', 'pillow', 'block'].some((b) => block.props.includes(b as Prop)),
      KNEES_PRESS,
      'knees without a ball',
    ],
  ];
  const said = everythingSaid(block);
  const found = rules.flatMap(([applies, words, what]) =>
    applies ? said.filter((s) => words.test(s)).map((s) => `${what}: ${s}`) : [],
  );
  for (const text of said) {
    if (/[{}]/.test(text)) found.push(`a figure left open: ${text}`);
    const counted =
      /^(?:In for )?([a-z -]+?)(?: in| to \w+| for both)?, (?:out for )?([a-z -]+?)(?: out| to \w+| to let go)?[.;]/i.exec(
        text,
      );
    if (p && !p.full && counted && /^in for/i.test(text)) {
      const seconds = (w: string) => {
        const half = /( and a half)$/.test(w);
        const n = NUMBER[w.replace(/ and a half$/, '').toLowerCase()];
        return n === undefined ? undefined : n + (half ? 0.5 : 0);
      };
      const [inS, outS] = [seconds(counted[1]!), seconds(counted[2]!.replace(/^low; out for /, ''))];
      if (inS !== undefined && inS !== p.pattern.inhaleS) found.push(`counts ${inS} in: ${text}`);
      if (outS !== undefined && outS !== p.pattern.exhaleS) found.push(`counts ${outS} out: ${text}`);
    }
    if (
      block.breathing.kind !== 'paced' &&
      /^in for \w+(, | and)/i.test(text) &&
      !/In for 1, out for 2/.test(text)
    )
      found.push(`counts without a pattern: ${text}`);
  }
  return found;
}
