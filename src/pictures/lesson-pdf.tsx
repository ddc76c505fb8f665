import { Document, Page, Text, View } from '@react-pdf/renderer';
import { stopped, upper } from '@/core/base/sentence';
import type { ClientLessonSheet } from '@/core/lesson/client-sheet';
import { blockS, lessonS } from '@/core/sequence/lesson';
import type { Lesson, LessonBlock } from '@/core/sequence/lesson.schema';
import { clock } from '@/core/sequence/sequence';
import { Drawn, sizes } from './sheet-pdf';

type Styles = ReturnType<typeof sizes>;

/** Small enough that a lesson takes two pages at most; still read in the hand. */
const SIZE = 9;
const styles = sizes(SIZE);

const quoted = (text: string): string => `“${text}”`;

export type LessonPrinted = {
  lesson: Lesson;
  /** Who in a class does a block otherwise, by the id of the block. */
  beside: Readonly<Record<string, readonly string[]>>;
  cautions: readonly string[];
};

/** A lesson as a substitute would need it, A4: questions, sign, set-ups drawn, sets, gates, limits, home. */
export function LessonPdf({ lesson, beside, cautions }: LessonPrinted) {
  const { sign, task, again, look } = lesson;
  return (
    <Document title={lesson.title} creator="Kokyu" producer="Kokyu">
      <Page size="A4" style={styles.page} wrap>
        <View style={styles.head}>
          <Text style={styles.title}>{lesson.title}</Text>
          <Text style={styles.soft}>
            {clock(lessonS(lesson))} of {lesson.minutes} min
          </Text>
        </View>
        <Text>{lesson.idea}</Text>
        {lesson.note ? <Text style={styles.caution}>{lesson.note}</Text> : null}
        <Text style={styles.soft}>Counting: {stopped(lesson.countingTold)}</Text>
        <Part title="Ask today">
          {lesson.asks.map((ask) => (
            <Text key={ask.question}>
              {ask.alone ? 'Alone: ' : ''}
              {quoted(ask.question)} If yes: {stopped(ask.ifYes)} Ask: {stopped(ask.ask)}
            </Text>
          ))}
          <Text>Not today: {stopped(lesson.notToday)}</Text>
          <Text style={{ color: '#9c2428' }}>{stopped(upper(lesson.stop))}</Text>
          {cautions.map((line) => (
            <Text key={line} style={styles.caution}>
              {line}
            </Text>
          ))}
        </Part>
        <Part title="Sign">
          <Text>
            {stopped(upper(sign.position))} {quoted(sign.words)}
          </Text>
          <Text style={styles.soft}>
            Record ({sign.tries}): {sign.record} Change: {sign.change}
          </Text>
        </Part>
        {look ? (
          <Part title="Look first">
            <Text>
              {look.what} {quoted(look.words)}
            </Text>
            {look.branches.map((b) => (
              <Text key={b.if}>
                If {b.if}: {b.then}
              </Text>
            ))}
          </Part>
        ) : null}
        {lesson.blocks.map((block, i) => (
          <BlockRow key={block.id} block={block} number={i + 1} beside={beside[block.id] ?? []} />
        ))}
        {task ? (
          <Part title="Task">
            <Text>
              <Text style={styles.bold}>{task.name}</Text> Today: {task.todayTold}
            </Text>
            <Text style={styles.soft}>{task.grades.map((g, i) => `${i + 1} ${g}`).join(' · ')}</Text>
            <Text>Breath: {task.breath}</Text>
            <Text>Way back: {task.wayBack}</Text>
          </Part>
        ) : null}
        <Part title="Sign again">
          <Text>
            {stopped(upper(again.same))} {quoted(again.say)}
          </Text>
          <Text style={styles.soft}>{stopped(upper(again.then))}</Text>
        </Part>
        <Part title="Home">
          {lesson.home.map((h) => (
            <Text key={h.when}>
              <Text style={styles.bold}>{upper(h.when)}:</Text> {stopped(h.does)} {stopped(h.dose)} Stop:{' '}
              {stopped(h.stop)} Call: {stopped(h.call)}
            </Text>
          ))}
        </Part>
      </Page>
    </Document>
  );
}

/** A part of a lesson beside its heading. */
function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <View style={styles.row} wrap={false}>
      <Text style={[styles.bold, { width: SIZE * 7.5 }]}>{title}</Text>
      <View style={{ flex: 1 }}>{children}</View>
    </View>
  );
}

function BlockRow({
  block,
  number,
  beside,
}: {
  block: LessonBlock;
  number: number;
  beside: readonly string[];
}) {
  return (
    <View style={styles.row} wrap={false}>
      <View style={{ width: SIZE * 7.5 }}>
        <Drawn row={drawnOf(block.place, block.props)} width={SIZE * 7} height={SIZE * 4.6} />
        <Text style={styles.soft}>
          {clock(blockS(block))}
          {block.core ? '' : ', optional'}
        </Text>
      </View>
      <View style={{ width: SIZE * 27, paddingRight: SIZE }}>
        <Text style={styles.bold}>
          {number}. {block.title}
        </Text>
        <Text>
          {stopped(upper(block.position))} Hands: {stopped(block.hands)} Props: {stopped(block.propsTold)}
        </Text>
        {block.sets.map((set, i) => (
          <Text key={`${i} ${set.told}`}>
            Set {i + 1}: {[set.told, set.dose].filter(Boolean).join(', ')}
            {set.freeS > 0 ? `, then ${set.freeS} s free: ${set.meanwhile}` : ''}
          </Text>
        ))}
        <Text>
          <Text style={styles.bold}>Gate</Text> {block.gate.told}
        </Text>
        <Text style={styles.soft}>
          Effort: {stopped(block.effort)} Limit: {stopped(block.limit)}
        </Text>
        {beside.map((line) => (
          <Text key={line}>{line}</Text>
        ))}
      </View>
      <View style={{ flex: 1 }}>
        {block.cues.map((cue) => (
          <Text key={cue} style={styles.bold}>
            {quoted(cue)}
          </Text>
        ))}
        <Text style={styles.italic}>{quoted(block.image)}</Text>
        <Text>Right: {stopped(block.right)}</Text>
        <Text>
          Wrong: {stopped(block.wrong)} {quoted(block.correct)}
        </Text>
      </View>
    </View>
  );
}

const drawnOf = (position: LessonBlock['place'], props: LessonBlock['props']) => ({
  position,
  props,
  meant: props,
  build: 'usual' as const,
  breath: {},
});

export type ClientLessonPrinted = { home: ClientLessonSheet; from: string; large: boolean };

/** What a client takes home, A4: one thing a row with its picture, and when to stop. */
export function ClientLessonPdf({ home, from, large }: ClientLessonPrinted) {
  const size = large ? 17 : 13;
  const own = sizes(size);
  return (
    <Document title={home.title} creator="Kokyu" producer="Kokyu">
      <Page size="A4" style={own.page} wrap>
        <View style={own.head}>
          <Text style={own.title}>{home.title}</Text>
        </View>
        {home.things.map((thing, i) => (
          <View key={thing.when} style={[own.row, { paddingVertical: size }]} wrap={false}>
            <View style={{ width: size * 11 }}>
              {thing.picture ? (
                <Drawn
                  row={drawnOf(thing.picture.position, [...thing.picture.props])}
                  {...(thing.picture.figure ? { figure: thing.picture.figure } : {})}
                  {...(thing.picture.hands ? { hands: thing.picture.hands } : {})}
                  width={size * 10}
                  height={size * 8}
                />
              ) : null}
            </View>
            <View style={{ flex: 1 }}>
              <Text style={own.name}>
                {i + 1}. {thing.when}
              </Text>
              <Text>{thing.does}</Text>
              <Text style={own.bold}>{thing.dose}</Text>
            </View>
          </View>
        ))}
        <Told styles={own} label="Watch for yourself:" text={home.watch} />
        <Told styles={own} label="Stop if:" text={home.stop} colour="#9c2428" />
        <Told styles={own} label="Then call:" text={home.call} />
        {from ? <Text style={[own.soft, { textAlign: 'right', paddingTop: size }]}>{from}</Text> : null}
      </Page>
    </Document>
  );
}

const Told = ({
  styles: own,
  label,
  text,
  colour,
}: {
  styles: Styles;
  label: string;
  text: string;
  colour?: string;
}) => (
  <Text style={[{ paddingTop: 8 }, colour ? { color: colour } : {}]}>
    <Text style={own.bold}>{label}</Text> {text}
  </Text>
);
