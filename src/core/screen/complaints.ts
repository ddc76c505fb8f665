import type { Complaint } from './complaints.schema';
import type { Flags } from './flags';

export type { Complaint };

/** Places of the body where something may hurt, pull, leak or be heavy. */
export const COMPLAINT_PLACES = [
  'jaw',
  'neck',
  'shoulder',
  'chest',
  'ribs',
  'upperBack',
  'lowBack',
  'belly',
  'groin',
  'pubic',
  'floor',
  'tail',
  'hip',
  'knee',
] as const;
export type ComplaintPlace = (typeof COMPLAINT_PLACES)[number];

/** Complaints in a few words each. @example complaintsSay([{ place: 'neck', side: 'left', kind: 'hurts', score: 4 }]) // 'neck, left: hurts 4' */
export const complaintsSay = (complaints: readonly Complaint[]): string =>
  complaints.length === 0
    ? 'nothing marked'
    : complaints
        .map(
          ({ place, side, kind, score }) =>
            `${PLACE_LABEL[place]}${side === 'middle' ? '' : `, ${side}`}: ${KIND_LABEL[kind]} ${score}`,
        )
        .join(' · ');

export const COMPLAINT_KINDS = ['hurts', 'pulls', 'leaks', 'heavy'] as const;

export const PLACE_LABEL: Record<ComplaintPlace, string> = {
  jaw: 'jaw',
  neck: 'neck',
  shoulder: 'shoulder',
  chest: 'chest',
  ribs: 'ribs',
  upperBack: 'upper back',
  lowBack: 'low back',
  belly: 'belly',
  groin: 'groin',
  pubic: 'pubic bone',
  floor: 'pelvic floor',
  tail: 'tailbone',
  hip: 'hip',
  knee: 'knee',
};

export const KIND_LABEL: Record<Complaint['kind'], string> = {
  hurts: 'hurts',
  pulls: 'pulls',
  leaks: 'leaks',
  heavy: 'heavy',
};

/** What of the demands of drills a place that hurts is spared; their names stand with the drills, a floor above. */
export const SPARES = [
  'armsOverhead',
  'reachBehind',
  'spineLoad',
  'ribWrap',
  'ribStretch',
  'stretch',
  'oneLeg',
  'abdominalLoad',
] as const;
export type Spared = (typeof SPARES)[number];

/** What is not done to a place that hurts: it is not pressed, bound or stretched. Common practice, no source. */
const SPARED: Partial<Record<ComplaintPlace, readonly Spared[]>> = {
  shoulder: ['armsOverhead', 'reachBehind'],
  neck: ['spineLoad'],
  chest: ['ribWrap', 'ribStretch'],
  ribs: ['ribWrap', 'ribStretch'],
  upperBack: ['spineLoad'],
  lowBack: ['spineLoad'],
  groin: ['stretch', 'oneLeg'],
  pubic: ['stretch', 'oneLeg'],
  tail: ['stretch'],
  hip: ['stretch'],
  belly: ['abdominalLoad'],
};

/** From this score on a place that hurts is spared. Common practice, no source. */
const SPARED_FROM = 3;

const isSpared = (c: Complaint): boolean =>
  (c.kind === 'hurts' || c.kind === 'pulls') && c.score >= SPARED_FROM;

/** What nobody asks of this body today, by where it hurts. */
const sparedBy = (complaints: readonly Complaint[]): Spared[] => [
  ...new Set(complaints.filter(isSpared).flatMap((c) => SPARED[c.place] ?? [])),
];

/** The flags that follow from where something hurts, leaks or is heavy. */
export function flagsFromComplaints(complaints: readonly Complaint[]): Partial<Flags> {
  const spared = sparedBy(complaints);
  const some = (test: (c: Complaint) => boolean) => complaints.some((c) => c.score > 0 && test(c));
  return {
    ...(some((c) => c.place === 'pubic' && c.kind !== 'leaks') ? { pubicPain: true } : {}),
    ...(some((c) => c.kind === 'leaks') ? { leaking: true } : {}),
    ...(some((c) => c.kind === 'heavy' && (c.place === 'floor' || c.place === 'pubic'))
      ? { heaviness: true }
      : {}),
    ...(some((c) => c.place === 'floor' && (c.kind === 'hurts' || c.kind === 'pulls'))
      ? { floorTension: true }
      : {}),
    ...(complaints.some((c) => c.place === 'knee' && isSpared(c)) ? { knees: true } : {}),
    ...(spared.length > 0 ? { spared } : {}),
  };
}
