import { stopped, upper } from '../../base/sentence';
import type { Drill } from '../../drills/drill';
import type { Block } from '../../sequence/sequence';
import { wordsOf } from '../../sequence/words';
import { OPEN_TEACH } from './open';
import { SETTLE_TEACH } from './settle';
import type { Teach } from './teach';
import { WORK_TEACH } from './work';

const ALL: Record<string, Teach> = { ...SETTLE_TEACH, ...OPEN_TEACH, ...WORK_TEACH };

/** How a drill is taught as it is done here; of a drill that did not ship, put together from its own words. */
export function teachOf(drill: Drill, block: Block): Teach {
  const own = ALL[drill.id];
  const base = own ?? fromDrill(drill, block);
  const { lift, drawn, ...plain } = base;
  const works = block.tone.control !== 'none' && block.tone.controlPct > 0;
  return {
    ...plain,
    ...(works && drawn ? drawn : {}),
    ...(block.tone.floor === 'lift' && lift ? lift : {}),
  };
}

function fromDrill(drill: Drill, block: Block): Teach {
  const words = wordsOf(block);
  const cues = words.cues.map((c) => c.text);
  const fault = words.faults[0];
  return {
    title: drill.name,
    hands: 'as the drill says',
    right: words.feeling.replace(/\.$/, ''),
    wrong: fault?.sign ?? 'the breath gets bigger',
    correct: upper(stopped(fault?.mend ?? 'half of that')),
    cues: [cues[0] ?? 'Small, and through the nose.', cues[1] ?? 'Let it out without a push.'],
    image: cues[2] ?? 'Ripples arriving at the edge of a small lake.',
    why: 'I want to know what this changes for me.',
    effort:
      block.tone.controlPct > 0 ? `${block.tone.controlPct} %, with more in you` : '0 %; nothing is added',
    gate: ['set 1 stayed easy and the breath in unhurried', 'set 1 again, smaller'],
    step: drill.movement === 'none' ? 'longer' : 'same',
    meanwhile: ['leave the breath alone', 'rest as you like'],
  };
}
