'use client';

import { omit } from '@/core/base/omit';
import type { Signs } from '@/core/look/look';
import { Figure } from '@/pictures/figure';
import { Choice, YES_NO } from '@/ui/choice';
import { InTurn } from '@/ui/in-turn';
import type { PanelProps } from './panel';
import { StancePanel } from './stance';
import { TestHead, WithMore } from './test-head';

const FLARE = [
  { value: 'none', label: 'no flare' },
  { value: 'drops', label: 'flared, drop on the exhale' },
  { value: 'stays', label: 'flared, stay up' },
] as const;
const LOWER_BELLY = [
  { value: 'drawsInFirst', label: 'draws in first' },
  { value: 'still', label: 'still' },
  { value: 'balloonsOut', label: 'balloons out' },
] as const;
const FLOOR = [
  { value: 'moves', label: 'moves with the breath' },
  { value: 'silent', label: 'nothing felt' },
  { value: 'holds', label: 'holds on' },
  { value: 'pushedDown', label: 'pushed down' },
] as const;
const STACK = [
  { value: 'over', label: 'over' },
  { value: 'forward', label: 'in front' },
  { value: 'behind', label: 'behind' },
] as const;
const PELVIS = [
  { value: 'tippedForward', label: 'tipped forward' },
  { value: 'level', label: 'level' },
  { value: 'tuckedUnder', label: 'tucked under' },
] as const;
const WEIGHT = [
  { value: 'forefoot', label: 'forefoot' },
  { value: 'whole', label: 'whole foot' },
  { value: 'heels', label: 'heels' },
] as const;

/** What is asked of one sign; without options yes or no. */
type SignQuestion = {
  sign: keyof Signs;
  label: string;
  options?: readonly { value: string; label: string }[];
};
/** Questions under what they belong to. */
type Groups = readonly (readonly [under: string, questions: readonly SignQuestion[]])[];

const RIBS: SignQuestion = { sign: 'flare', label: 'Front lower ribs', options: FLARE };
const BREATH_SIGNS: Groups = [
  [
    'Breath',
    [
      { sign: 'reversed', label: 'On the inhale the belly draws in (reversed)' },
      { sign: 'audible', label: 'The quiet breath can be heard' },
      { sign: 'mouth', label: 'Mouth open in quiet breathing' },
    ],
  ],
  ['Ribs', [RIBS]],
  ['What the client says', [{ sign: 'cannotFill', label: '“I cannot get a full breath in”' }]],
  [
    'A full breath, seen from the side',
    [{ sign: 'bendsBack', label: 'It comes only by bending back, at the breastbone' }],
  ],
];
const STACK_SIGNS: Groups = [
  [
    'From the side, standing',
    [
      { sign: 'stack', label: 'The ribs stand … the pelvis', options: STACK },
      { sign: 'backRibsSqueezed', label: 'The back ribs are squeezed together' },
      { sign: 'weightOn', label: 'Weight on the', options: WEIGHT },
      RIBS,
    ],
  ],
  ['Pelvis', [{ sign: 'pelvis', label: 'Front hip bones and pubic bone', options: PELVIS }]],
];
const CORE_SIGNS: Groups = [
  [
    'On a long exhale',
    [
      { sign: 'lowerBelly', label: 'The lower belly', options: LOWER_BELLY },
      { sign: 'upperGrips', label: 'The upper belly grips first' },
      { sign: 'ribsDragged', label: 'The ribs are dragged down' },
      { sign: 'pelvisTucks', label: 'The pelvis tucks instead' },
      { sign: 'buttocksClench', label: 'The buttocks clench' },
    ],
  ],
  [
    'With a light tone, and in a leg lift',
    [
      { sign: 'toneStopsBreath', label: 'The breath stops when a light tone is kept' },
      { sign: 'bellyPops', label: 'The belly pops up in a leg lift' },
    ],
  ],
  [
    'Pelvic floor, as the client feels it; never touched',
    [{ sign: 'floorFelt', label: 'Between the sit bones', options: FLOOR }],
  ],
];

type SignProps = Pick<PanelProps, 'look' | 'set'>;

/** Groups of signs: one question at a time, or all of them. */
function SignQuestions({ groups, look, set }: SignProps & { groups: Groups }) {
  const asked = groups.flatMap(([under, questions]) =>
    questions.map(({ sign, label, options }) => {
      const value = look.signs[sign];
      return {
        id: sign,
        under,
        label,
        options: options ?? YES_NO,
        value: typeof value === 'boolean' ? (value ? 'yes' : 'no') : value,
        // One that is taken back counts as not looked at, which is not the same as no.
        onValue: (to: string | undefined) =>
          set((l) => {
            const now = to === undefined ? {} : { [sign]: options ? to : to === 'yes' };
            return { ...l, signs: { ...omit(l.signs, sign), ...now } as Signs };
          }),
      };
    }),
  );
  return (
    <InTurn questions={asked}>
      <div className="room:columns-2 gap-x-12">
        {groups.map(([under, questions]) => (
          <fieldset key={under} className="break-inside-avoid space-y-2.5 border-t border-rule py-2">
            <legend className="pr-3 font-serif text-lead">{under}</legend>
            {questions.map(({ sign }) => {
              const { label, options, value, onValue } = asked.find((q) => q.id === sign)!;
              return (
                <Choice key={sign} beside={options.length < 3} {...{ label, options, value, onValue }} />
              );
            })}
          </fieldset>
        ))}
      </div>
    </InTurn>
  );
}

/** Signs of the breath that are seen, heard or told. */
export function SignsTest(props: SignProps) {
  return (
    <section aria-label="Signs of the breath" className="flex flex-col gap-5">
      <TestHead test="signs" />
      <SignQuestions groups={BREATH_SIGNS} {...props} />
    </section>
  );
}

/** Ribs over pelvis, and how the pelvis lies. */
export function StackTest(props: SignProps) {
  return (
    <section aria-label="Stack and pelvis" className="space-y-5">
      <TestHead test="stack">{null}</TestHead>
      <div className="grid grid-cols-1 desk:grid-cols-[1fr_300px] gap-12">
        <div className="flex flex-col gap-3">
          <SignQuestions groups={STACK_SIGNS} {...props} />
          <WithMore>
            <p className="text-fine text-soft">
              Level: all three bones in one plane, flat when lying; from the side the front and rear hip
              spines are about level.
            </p>
          </WithMore>
        </div>
        <div className="flex items-end justify-center gap-6">
          {(['arched', 'between', 'slouched'] as const).map((alignment) => (
            <figure key={alignment} className="text-center">
              <Figure position="standing" alignment={alignment} className="h-64 w-20" />
              <figcaption className="text-fine text-soft">
                {{ arched: 'arched', between: 'stacked', slouched: 'slouched' }[alignment]}
              </figcaption>
            </figure>
          ))}
        </div>
      </div>
      <StancePanel {...props} />
    </section>
  );
}

/** What the belly, the ribs and the floor do on a long exhale and in a leg lift. */
export function CoreTest(props: SignProps) {
  return (
    <section aria-label="Core and pelvic floor" className="flex flex-col gap-5">
      <TestHead test="core" />
      <SignQuestions groups={CORE_SIGNS} {...props} />
    </section>
  );
}
