import { barOf } from '@/core/run/may-run';
import { flagsOf, stopsOf, withAnswers, withRedFlags } from '@/core/screen/known';
import { answersSay, notAsked } from '@/core/screen/questions';
import { EMPTY_SCREEN, type Screen } from '@/core/screen/screen';
import { stopSaid, stopSignsFor, STOP_SIGNS } from '@/core/screen/stop-signs';
import { LIBRARY } from '@/core/drills/library';
import type { Demand } from '@/core/drills/drill';
import { positionBars } from '@/core/safety/position-rules';
import { isOpen, verdictFor } from '@/core/safety/verdict';
import type { Complaint } from '@/core/screen/complaints';
import { ALL_PROPS } from '../helpers';

const AT = '2026-12-01T10:00:00.000Z';
const screen = (over: Partial<Screen>): Screen => ({ ...EMPTY_SCREEN, ...over });
const verdict = (id: string, of: Screen) =>
  verdictFor(
    LIBRARY.find((d) => d.id === id)!,
    flagsOf(of),
    ALL_PROPS,
  );

describe('an answer is part of the one verdict', () => {
  it('bleeding stops everything until it is written what was done, and a stop that was a mistake goes with its answer', () => {
    const asked = screen({ flags: { pregnancyWeek: 34 } });
    const yes = withAnswers(asked, { bleeding: true }, AT);
    expect(yes.redFlags).toEqual([{ flag: 'bleedingOrFluid', at: AT }]);
    expect(barOf(yes)).toMatch(/^A red flag is open \(bleeding or fluid loss/);
    // Said again it is one flag; taken back, none.
    expect(withAnswers(yes, { bleeding: true }, AT).redFlags).toHaveLength(1);
    expect(withAnswers(yes, { bleeding: false }, AT).redFlags).toEqual([]);
    const done = {
      ...yes,
      redFlags: [{ ...yes.redFlags[0]!, action: 'sent to the maternity unit', actionAt: AT }],
    };
    expect(barOf(done)).toBeNull();
    expect(withAnswers(done, {}, AT).redFlags).toEqual(done.redFlags);
  });
  it('pressed by mistake or settled, the flag takes its answer along: it is asked anew, and nothing stays stopped unseen', () => {
    const yes = withAnswers(screen({ flags: { pregnancyWeek: 34 } }), { bleeding: true }, AT);
    const mistaken = withRedFlags(yes, []);
    expect(mistaken.answers).toEqual({});
    expect(barOf(mistaken)).toBeNull();
    const settled = withRedFlags(yes, [{ ...yes.redFlags[0]!, action: 'seen by the midwife', actionAt: AT }]);
    expect(barOf(settled)).toBeNull();
    expect(notAsked({ flags: settled.flags, goals: [] }, settled.answers!).join(' ')).toMatch(
      /Any bleeding now/,
    );
    // Another flag leaves the answer where it is.
    const both = withRedFlags(yes, [...yes.redFlags, { flag: 'chestPain', at: AT }]);
    expect(both.answers).toEqual({ bleeding: true });
    expect(withAnswers(settled, { bleeding: true }, '2026-12-08T10:00:00.000Z').redFlags).toHaveLength(2);
  });
  it('also where it came by a file, with no flag beside it', () => {
    expect(stopsOf({ redFlags: [], answers: { bleeding: true } })).toEqual(['bleeding now']);
    expect(stopsOf({ redFlags: [], answers: { bleeding: false } })).toEqual([]);
    expect(barOf({ redFlags: [], answers: {} })).toBeNull();
  });
  it('no clinician’s yes: no lift and no load after a birth, no load at high blood pressure; not asked is not no', () => {
    const birth = (clinicianBirth?: boolean) =>
      screen({
        flags: { postpartumWeeks: 8 },
        answers: clinicianBirth === undefined ? {} : { clinicianBirth },
      });
    expect([undefined, true, false].map((a) => verdict('floorSeat', birth(a)).tone.floor)).toEqual([
      'lift',
      'lift',
      'follow',
    ]);
    expect(verdict('ballWrap', birth(false)).status).toBe('barred');
    const heart = (clinicianPressure?: boolean) =>
      screen({
        flags: { highBloodPressure: true },
        answers: clinicianPressure === undefined ? {} : { clinicianPressure },
      });
    expect([undefined, true, false].map((a) => verdict('sideBendLoad', heart(a)).status)).toEqual([
      'changed',
      'changed',
      'barred',
    ]);
  });
  it('thin bones and a disease of the lungs that were told in answer count as flags', () => {
    expect(flagsOf(screen({ answers: { osteoporosis: true, respiratory: true } }))).toEqual({
      thinBones: true,
      respiratory: true,
    });
    expect(flagsOf(screen({ flags: { asthma: true }, answers: { respiratory: true } }))).toEqual({
      asthma: true,
    });
    expect(flagsOf(screen({ answers: { osteoporosis: false } }))).toEqual({});
  });
});

describe('what is still open is asked', () => {
  const open = (over: Partial<Screen>) => {
    const s = screen(over);
    return notAsked({ flags: s.flags, goals: [] }, s.answers ?? {});
  };
  it.each<[Partial<Screen>, RegExp]>([
    [{ flags: { pregnancyWeek: 20 } }, /Not asked yet \(in pregnancy\): Any bleeding now\?/],
    [{ flags: { birth: 'caesarean' } }, /how many weeks ago the caesarean was/],
    [{ flags: { separationMm: 20 } }, /the day on which the separation was measured/],
    [{ flags: { respiratory: true } }, /asthma or COPD/],
    [{ flags: { osteoporosis: true } }, /thin bones or a rib injury/],
    [{ flags: { ribInjury: 'left' } }, /how many weeks ago the rib was injured/],
  ])('%j', (over, says) => expect(open(over).join(' ')).toMatch(says));
  it('and an answer closes it', () => {
    expect(open({ flags: { pregnancyWeek: 20 }, answers: { bleeding: false } })).toEqual([]);
    expect(open({ flags: { separationMm: 20, separationOn: '2026-11-02' } })).toEqual([]);
    const s = screen({ flags: { pregnancyWeek: 20 }, answers: { bleeding: true } });
    expect(answersSay({ flags: s.flags, goals: [] }, s.answers!)).toEqual([
      'Bleeding: nothing is coached before the clinician has been asked.',
    ]);
  });
});

describe('the signs that stop a drill', () => {
  it('are those of everybody, and those of this client', () => {
    expect(stopSignsFor({})).toEqual(['dizziness', 'tingling', 'vision', 'pain', 'panic', 'gasping']);
    const own = (flags: Screen['flags']) => stopSignsFor(flags).filter((s) => !stopSignsFor({}).includes(s));
    expect(own({ pregnancyWeek: 30 })).toEqual(['bleeding', 'fluid', 'contractions', 'heaviness']);
    expect(own({ postpartumWeeks: 4 })).toEqual(['bleeding', 'heaviness', 'leak']);
    expect(own({ leaking: true })).toEqual(['heaviness', 'leak']);
    expect(own({ asthma: true })).toEqual(['wheeze']);
  });
  it('are said on a sheet with whom to call', () => {
    expect(stopSaid({})).toBe(
      'Stop, breathe normally, sit or lie down at: dizziness, tingling lips or fingers, change of vision, pain, panic, gasping.',
    );
    expect(stopSaid({ pregnancyWeek: 30 })).toMatch(
      /With bleeding, loss of fluid, .*: call your maternity unit at once\.$/,
    );
    expect(stopSaid({ postpartumWeeks: 3 })).toMatch(/With bleeding: call your midwife or doctor at once\.$/);
  });
  it('keep their places, since a code from a phone names them by these', () =>
    expect(STOP_SIGNS.slice(0, 6)).toEqual(['dizziness', 'tingling', 'vision', 'pain', 'panic', 'gasping']));
});

// A place of pain is not pressed, bound or stretched; common practice, no source.
describe('where it hurts is spared in every drill', () => {
  const sore = (place: Complaint['place'], score = 5, kind: Complaint['kind'] = 'hurts') =>
    screen({ complaints: [{ place, side: 'right', kind, score }] });
  const isDone = (id: string, of: Screen) => isOpen(verdict(id, of));
  it.each<[Complaint['place'], Demand]>([
    ['ribs', 'ribStretch'],
    ['shoulder', 'armsOverhead'],
    ['hip', 'stretch'],
    ['belly', 'abdominalLoad'],
  ])('%s: nothing that asks for %s', (place, demand) => {
    const asking = LIBRARY.filter((d) => d.demands.includes(demand));
    expect(asking.length).toBeGreaterThan(0);
    for (const d of asking) expect([d.id, isDone(d.id, sore(place))]).toEqual([d.id, false]);
    // From 3 of 10 on, and not where it is only heavy.
    const untouched = asking.filter((d) => isDone(d.id, screen({})));
    for (const d of untouched) {
      expect([d.id, isDone(d.id, sore(place, 2))]).toEqual([d.id, true]);
      expect([d.id, isDone(d.id, sore(place, 5, 'heavy'))]).toEqual([d.id, true]);
    }
  });
  it('a knee is not knelt on, and ribs that hurt are not lain on', () => {
    expect(positionBars('quadruped', flagsOf(sore('knee')))).toHaveLength(1);
    expect(positionBars('quadruped', flagsOf(sore('knee', 2)))).toEqual([]);
    expect(positionBars('prone', flagsOf(sore('ribs')))).toHaveLength(1);
    expect(positionBars('counterLean', flagsOf(sore('shoulder')))).toHaveLength(1);
  });
});
