import { blockS, lessonS, openS, timesOf } from '../sequence/lesson';
import type { Lesson, LessonBlock, LessonSet } from '../sequence/lesson.schema';

/** Minutes and seconds; minutes go on past the hour, as a lesson is planned. @example minSec(85) // '1:25' */
export const minSec = (s: number): string =>
  `${Math.floor(Math.round(s) / 60)}:${String(Math.round(s) % 60).padStart(2, '0')}`;

const cell = (s: number): string => (s === 0 ? '–' : minSec(s));

const setLine = (set: LessonSet): string =>
  [set.told, ...(set.dose ? [set.dose] : []), `${set.workS} s`, `free ${set.freeS} s: ${set.meanwhile}`].join(
    ' · ',
  );

const blockLines = (block: LessonBlock, number: number): string[] => [
  `### Block ${number} · ${block.title} · ${[block.core ? 'core' : 'optional', block.late].filter(Boolean).join(', ')} · ${minSec(blockS(block))}`,
  `- Position: ${block.position}`,
  `- Props: ${block.propsTold}`,
  `- Hands: ${block.hands}`,
  `- Get there: ${block.getThere}`,
  ...block.sets.map((set, i) => `- Set ${i + 1}: ${setLine(set)}`),
  `- Effort: ${block.effort}`,
  `- Side: ${block.side}`,
  `- Gate: ${block.gate.told}`,
  `- Right: ${block.right}`,
  `- Wrong: ${block.wrong}`,
  `- Correct: "${block.correct}"`,
  `- Cue 1: "${block.cues[0]}"`,
  `- Cue 2: "${block.cues[1]}"`,
  `- Image: "${block.image}"`,
  `- Limit: ${block.limit}`,
  `- Why: "${block.why}"`,
  '',
];

/** The lesson as Markdown, ready to be read in the room or printed. @returns text, about two pages */
export function lessonText(lesson: Lesson): string {
  const { client, task, look, sign, again } = lesson;
  return [
    `# ${lesson.title}`,
    '',
    ...(client
      ? [
          '## Client',
          `- Who: ${client.who}`,
          `- Found: ${client.found}`,
          `- Wants, time, props: ${client.wants}`,
          '',
        ]
      : []),
    '## Idea',
    lesson.idea,
    ...(lesson.note ? ['', lesson.note] : []),
    '',
    '## Ask today',
    ...lesson.asks.map((a, i) => `${i + 1}. "${a.question}" · If yes: ${a.ifYes} · Ask: ${a.ask}`),
    `- Not today: ${lesson.notToday}`,
    `- Stop signs: ${lesson.stop}`,
    '',
    '## Sign',
    `- Position: ${sign.position}`,
    `- Words: "${sign.words}"`,
    `- Record (${sign.tries}): ${sign.record}`,
    `- Change: ${sign.change}`,
    ...(sign.also ? [`- ${sign.also}`] : []),
    '',
    ...(look
      ? [
          '## Look first',
          `- ${look.what}`,
          `- Words: "${look.words}"`,
          ...look.branches.map((b) => `- If ${b.if}: ${b.then}`),
          '',
        ]
      : []),
    '## Blocks',
    '',
    ...lesson.blocks.flatMap((b, i) => blockLines(b, i + 1)),
    ...(task
      ? [
          '## Task',
          `- Task: ${task.name}`,
          `- Levels: ${task.grades.map((g, i) => `${i + 1} ${g}`).join('; ')}.`,
          `- Today: ${task.todayTold}`,
          `- Breath: ${task.breath}`,
          `- Way back: ${task.wayBack}`,
          '',
        ]
      : []),
    '## Sign again',
    `- Same: ${again.same}`,
    `- Say: "${again.say}"`,
    `- Then: ${again.then}`,
    '',
    '## Home',
    ...lesson.home.map(
      (h, i) =>
        `${i + 1}. When: ${h.when} · Do: ${h.does} · Dose: ${h.dose} · Stop: ${h.stop} · Call: ${h.call}`,
    ),
    '',
    '## Time',
    '| Part | Set-up, teaching | Guided | Free | Total |',
    '|---|---|---|---|---|',
    ...timesOf(lesson).map(
      (r) =>
        `| ${r.part} | ${cell(r.teachS)} | ${cell(r.guidedS)} | ${cell(r.freeS)} | ${minSec(r.totalS)} |`,
    ),
    ...sumLines(lesson),
    '',
  ].join('\n');
}

function sumLines(lesson: Lesson): string[] {
  const rows = timesOf(lesson);
  const of = (key: 'teachS' | 'guidedS' | 'freeS') => minSec(rows.reduce((s, r) => s + r[key], 0));
  return [
    `| **Sum** | ${of('teachS')} | ${of('guidedS')} | ${of('freeS')} | **${minSec(lessonS(lesson))}** |`,
    `| **Open** | | | | **${minSec(Math.max(0, openS(lesson)))}** of ${minSec(lesson.minutes * 60)} |`,
  ];
}
