import { POSITIONS, POSITION } from '../positions';
import type { Asked } from './draw';
import { FIGURE_NAMES, suits } from './figures';

/** Positions in which a body can slouch or arch. */
const UPRIGHT = POSITIONS.filter((p) => POSITION[p].traits.includes('upright'));
const VIEWS = ['side', 'front'] as const;

/** Every body that can be asked for: each position and what is done there from both views, and upright ones slouched and arched. */
export const everyBody = (): Asked[] => [
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
