import { renderToStaticMarkup } from 'react-dom/server';
import { drillById } from '@/core/drills/library';
import { coachedBlock, momentAt, type Moment } from '@/core/run/coached';
import { blockFor } from '@/core/sequence/alternatives';
import { layoutOf, type Block } from '@/core/sequence/sequence';
import { CoachFigure } from '@/stations/coach/coach-figure';
import { ALL_PROPS } from '../helpers';

const blockOf = (drillId: string): Block => ({
  ...blockFor(drillById(drillId)!, { flags: {}, props: ALL_PROPS })!,
  setUpS: 0,
  breathing: { kind: 'paced', pattern: { inhaleS: 4, holdInS: 1, exhaleS: 6, holdOutS: 2 } },
});
const bodies = (block: Block, moment: Moment) =>
  [
    ...renderToStaticMarkup(<CoachFigure block={block} moment={moment} />).matchAll(
      /figures\/([^.]+)\.svg#near/g,
    ),
  ].map((m) => m[1]);
const at = (block: Block, t: number) => {
  const sequence = {
    minutes: 10,
    school: 'allRound' as const,
    blocks: [block],
    relook: { test: 'rings' as const, position: 'hookLying' as const, lengthS: 60 },
    leftOut: [],
  };
  return momentAt(coachedBlock(layoutOf(sequence).placed[0]!), t);
};

describe('the figure beside the mat', () => {
  it('goes where the move ends on its phase, stays there in the pause after it, and comes back', () => {
    const bridge = blockOf('bridgeExhale');
    const seen = [1, 4.5, 6, 11.5, 14].map((t) => bodies(bridge, at(bridge, t)));
    const [down, up] = [['hookLying-side-armsByTheSide'], ['hookLying-side-bridgeUp']];
    expect(seen).toEqual([down, down, up, up, down]);
  });
  it('moves on the inhale where the drill says so', () => {
    const elbows = blockOf('seatedElbows');
    expect(bodies(elbows, at(elbows, 1))[0]).toContain('elbowsLifted');
    expect(bodies(elbows, at(elbows, 7))[0]).toContain('elbowsClosed');
  });
  it('shows start and end of a move that is made as it comes', () => {
    const rock = blockOf('pelvicRock');
    expect(bodies(rock, at(rock, 1))).toEqual(['hookLying-side-tiltToSix', 'hookLying-side-tiltToTwelve']);
  });
  it('fills the zones with the breath, and leaves them full where nothing is paced', () => {
    const hands = blockOf('twoHands');
    const said = (moment: Moment) =>
      /--breath:([\d.]+)/.exec(renderToStaticMarkup(<CoachFigure block={hands} moment={moment} />))![1];
    expect(Number(said(at(hands, 0)))).toBe(0);
    expect(Number(said(at(hands, 4.5)))).toBe(1);
    expect(Number(said({ kind: 'over' }))).toBe(1);
  });
});
