import { termsIn } from '@/core/base/terms';
import { GLOSSARY, TERMS, wordsOn } from '@/core/base/glossary';
import { weightWord } from '@/core/aims/needs';
import { LIBRARY } from '@/core/drills/library';
import { STAGES } from '@/core/drills/drill';
import { POSITION } from '@/core/body/positions';
import { READING, READINGS, strengthWord } from '@/core/read/readings';
import { POSITION_RULES } from '@/core/safety/position-rules';
import { DEMAND_RULES } from '@/core/safety/rules';

const wordsIn = (text: string) => termsIn(text).flatMap((p) => (typeof p === 'string' ? [] : [p.term]));

describe('the glossary', () => {
  it('has one entry a word, in the order of the alphabet, each a sentence of its own', () => {
    const words = TERMS.map((t) => GLOSSARY[t].word.toLowerCase());
    expect(new Set(words).size).toBe(words.length);
    expect([...words].sort()).toEqual(words);
    for (const term of TERMS) expect(GLOSSARY[term].means).toMatch(/^[A-Z].*\.$/);
  });

  it('is found in running text: the longer word wins, each word once, whatever its case', () => {
    expect(wordsIn('A pause from the calm hold, then a sigh; another calm hold.')).toEqual([
      'pause',
      'calmHold',
      'sigh',
    ]);
    // Words that are ordinary ones as well are not guessed at.
    expect(wordsIn('Learned before strength; paused; no weight on it')).toEqual([]);
    expect(wordsIn('PELVIC FLOOR')).toEqual(['pelvicFloor']);
    expect(termsIn('')).toEqual([]);
  });

  it('is found on a screen whole: ordinary words and more than one of a thing too, never a part of another word', () => {
    expect(wordsOn('Two holds, then REST. Stop signs are kept.\nCalm hold')).toEqual([
      'calmHold',
      'hold',
      'rest',
      'stopSign',
    ]);
    expect(wordsOn('Household, restless, pauseless')).toEqual([]);
    for (const term of TERMS) expect(wordsOn(`before ${GLOSSARY[term].word}, after`)).toContain(term);
  });

  it('gives every text back as it was', () => {
    for (const name of READINGS) {
      const text = READING[name].meaning;
      const said = termsIn(text).map((p) => (typeof p === 'string' ? p : p.said));
      expect(said.join('')).toBe(text);
    }
  });

  it('says the figures that the program works with', () => {
    for (const [word, from] of [
      ['strong', 0.75],
      ['clear', 0.5],
      ['some', 0.25],
    ] as const) {
      expect(GLOSSARY.strength.means).toContain(`${word} from ${from}`);
      expect(strengthWord(from)).toBe(word);
      expect(strengthWord(from - 0.001)).not.toBe(word);
    }
    expect([weightWord(2), weightWord(1.99), weightWord(1), weightWord(0.99)]).toEqual([
      'much',
      'some',
      'some',
      'a little',
    ]);
    expect(GLOSSARY.stage.means).toContain(STAGES.join(', '));
  });
});

// One word for one thing, in everything that is shipped.
describe('the words of what is shipped', () => {
  const rules = [...DEMAND_RULES, ...POSITION_RULES].map((r) => r.because);
  // The figures of a block stand in braces.
  const drills = LIBRARY.flatMap((d) => [
    ...[...d.steps, ...d.cues].map((s) => s.text),
    ...d.faults.map((f) => `${f.sign}: ${f.mend}`),
  ]).map((text) => text.replace(/\{\w+\}/g, 'N'));

  it('call the floor of the pelvis by its name, so that “floor” is the ground', () => {
    const ground = new Set(Object.values(POSITION).flatMap((p) => [p.setUp, p.contact]));
    for (const text of [...rules, ...drills].filter((t) => !ground.has(t)))
      expect(text).not.toMatch(
        /\b(?:the|a|tense) floor (?:lets? go|lifts?|follows?|leaks|holds|is pressed|that (?:leaks|is (?:tense|already loaded)))|floor of the pelvis|base of the pelvis/i,
      );
  });
  it('call the abdominal wall by its name in every reason', () => {
    for (const text of rules.filter((t) => /\bwall\b/.test(t)))
      expect(text).toMatch(/(?:abdominal|belly) wall/);
  });
  it('hold after an inhale and pause after an exhale', () => {
    for (const text of drills) expect(text).not.toMatch(/\bwait\b|counts empty|\bempty for N/i);
  });
  it('use no name of one method', () => {
    for (const drill of LIBRARY) expect(drill.name).not.toMatch(/imprint|90\/90/i);
  });
});
