import { POSITIONS, POSITION } from '../positions';
import { hasLateBody, type Asked } from './draw';
import { FIGURE_NAMES, suits } from './figures';

/** Positions in which a body can slouch or arch. */
const UPRIGHT = POSITIONS.filter((p) => POSITION[p].traits.includes('upright'));
const VIEWS = ['side', 'front'] as const;

/**
 * Every body that can be asked for: each position and what is done there from both views, upright ones slouched and
 * arched, and those of late pregnancy.
 */
export const everyBody = (): Asked[] => {
  const usual = usualBodies();
  const late = usual.filter((a) => hasLateBody(a.position));
  return [...usual, ...late.map((a): Asked => ({ ...a, build: 'lateInPregnancy' }))];
};

const usualBodies = (): Asked[] => [
  ...POSITIONS.flatMap((position) =>
    VIEWS.flatMap((view) => [
      { position, view },
      ...FIGURE_NAMES.filter((f) => suits(f, position)).map((figure) => ({ position, view, figure })),
    ]),
  ),
  ...UPRIGHT.flatMap((position) =>
    VIEWS.flatMap((view) =>
      (['slouched', 'arched'] as const).map((alignment) => ({ position, view, alignment })),
    ),
  ),
];
