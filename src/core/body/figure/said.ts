import { POSITION } from '../positions';
import { PROP_LABEL, type Prop } from '../props';
import { ZONE_LABEL, type Zone } from '../zones';
import type { Missed } from './contacts';
import type { Asked } from './draw';
import { poseOf } from './figures';
import type { HandContact } from './poses';

const HAND: Record<HandContact, string> = {
  belly: 'on the belly',
  lowBelly: 'on the lower belly',
  sternum: 'on the sternum',
  ribs: 'round the lower ribs',
  hip: 'on the hip',
  knee: 'on the knee',
  thigh: 'on the thigh',
  mouth: 'at the mouth',
  floor: 'on the floor',
  held: 'on what is held',
};
const BOTH: Partial<Record<HandContact, string>> = {
  knee: 'on the knees',
  thigh: 'on the thighs',
  hip: 'on the hips',
};
/** Props that a position has anyway say nothing new. */
const PLACES: readonly Prop[] = ['wall', 'chair', 'counter'];

/** A figure in words, for those who do not see it: the position, the hands, what is held, where the breath goes. */
export function saidOf(asked: Asked, props: readonly Prop[] = [], zones: readonly Zone[] = []): string {
  const { near, far } = poseOf(asked.position, asked.figure);
  const [a, b] = [asked.hands?.near ?? near.arm.on, asked.hands?.far ?? far.arm.on];
  const hands =
    a && a === b
      ? [`hands ${BOTH[a] ?? HAND[a]}`]
      : a && b
        ? [`one hand ${HAND[a]}, one ${HAND[b]}`]
        : [a, b].flatMap((h) => (h ? [`one hand ${HAND[h]}`] : []));
  const held = props.filter((p) => !PLACES.includes(p)).map((p) => PROP_LABEL[p]);
  const alignment = asked.alignment && asked.alignment !== 'between' ? [asked.alignment] : [];
  const body = [POSITION[asked.position].label, ...alignment, ...hands].join(', ');
  const withProps = held.length > 0 ? `${body}, with ${held.join(' and ')}` : body;
  return zones.length === 0 ? withProps : `${withProps}; the breath goes to the ${listed(zones)}`;
}

/** What a hand can be put on, in words. */
export const HAND_LABEL: Record<HandContact, string> = HAND;

const LIMB: Record<Missed['limb'], string> = {
  'near arm': 'The hand toward you',
  'far arm': 'The hand away from you',
  'near leg': 'The foot toward you',
  'far leg': 'The foot away from you',
};

/** A contact that a body does not reach, in a sentence. */
export const missedSaid = ({ limb, contact, by }: Missed): string =>
  `${LIMB[limb]} does not get ${HAND[contact]} from there: ${Math.round(by)} % of the body's height is missing. It is drawn as near as it gets.`;

function listed(zones: readonly Zone[]): string {
  const names = zones.map((z) => ZONE_LABEL[z]);
  const last = names.at(-1)!;
  return names.length === 1 ? last : `${names.slice(0, -1).join(', ')} and the ${last}`;
}

/** A zone is shown from this share of the breath on. Our choice. */
const SHOWN_FROM = 0.3;

/** The zones that a drill or a look shows on a figure, the strongest first. */
export const zonesShown = (shares: Partial<Record<Zone, number>>): Zone[] =>
  (Object.entries(shares) as [Zone, number][])
    .filter(([, v]) => v >= SHOWN_FROM)
    .toSorted((a, b) => b[1] - a[1])
    .map(([zone]) => zone);
