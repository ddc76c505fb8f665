import type { Symptoms } from './symptoms.schema';

export type { Symptoms };

/**
 * Sixteen complaints that go with breathing too much, each rated 0 never to 4 very often. The items are those of the
 * published questionnaire in words of our own; totals run 0–64.
 */
export const SYMPTOMS = [
  'chestPain',
  'tense',
  'blurred',
  'dizzy',
  'unreal',
  'fastDeep',
  'shortOfBreath',
  'tightChest',
  'bloated',
  'tinglingFingers',
  'noDeepBreath',
  'stiffFingers',
  'tightMouth',
  'coldHands',
  'pounding',
  'worried',
] as const;

export type Symptom = (typeof SYMPTOMS)[number];

export const SYMPTOM_LABEL: Record<Symptom, string> = {
  chestPain: 'pain in the chest',
  tense: 'feeling on edge',
  blurred: 'sight goes blurry',
  dizzy: 'light-headed or dizzy',
  unreal: 'muddled, out of touch',
  fastDeep: 'breathing faster or deeper',
  shortOfBreath: 'out of breath',
  tightChest: 'chest feels tight',
  bloated: 'bloated belly',
  tinglingFingers: 'fingers tingle',
  noDeepBreath: 'no full breath goes in',
  stiffFingers: 'fingers or arms stiffen',
  tightMouth: 'tight round the mouth',
  coldHands: 'cold hands or feet',
  pounding: 'heart pounds',
  worried: 'worry or fear',
};

export const HOW_OFTEN = ['never', 'rarely', 'sometimes', 'often', 'very often'] as const;

/** The two published cut-offs; which of them is used is a setting. */
export const SYMPTOM_CUTOFFS = {
  classic: { from: 23, source: 'van Dixhoorn & Duivenvoorden 1985, J Psychosom Res 29:199 (cited)' },
  later: { from: 20, source: 'van Dixhoorn & Folgering 2015, ERJ Open Res 1:00001: over 19 (cited)' },
} as const;

type SymptomCutoff = keyof typeof SYMPTOM_CUTOFFS;

export type SymptomScore = {
  total: number;
  answered: number;
  missing: Symptom[];
  over: Record<SymptomCutoff, boolean>;
};

/**
 * Sum of the answers; with items missing it is the least that the total can be.
 *
 * @example scoreSymptoms({ dizzy: 3, tense: 2 }).total // 5
 */
export function scoreSymptoms(answers: Symptoms): SymptomScore {
  const total = SYMPTOMS.reduce((sum, s) => sum + (answers[s] ?? 0), 0);
  const missing = SYMPTOMS.filter((s) => answers[s] === undefined);
  return {
    total,
    answered: SYMPTOMS.length - missing.length,
    missing,
    over: { classic: total >= SYMPTOM_CUTOFFS.classic.from, later: total >= SYMPTOM_CUTOFFS.later.from },
  };
}
