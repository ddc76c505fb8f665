import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Document, G, Page, Path, StyleSheet, Svg, Text, View } from '@react-pdf/renderer';
import { svgOf } from '@/core/body/figure/body-file';
import { partOf } from '@/core/body/figure/part-of';
import type { Hands } from '@/core/body/figure/contacts';
import { bodyName, drawFigure, isShipped, type Asked } from '@/core/body/figure/draw';
import type { ThingTone } from '@/core/body/figure/solids';
import { PATH_UNIT } from '@/core/body/figure/path-unit';
import { bestView, type FigureName } from '@/core/body/figure/figures';
import { zonesShown } from '@/core/body/figure/said';
import type { Zone } from '@/core/body/zones';
import type { Sheet, SheetRow } from '@/core/sequence/sheet';
import { PAPER_FONTS } from './paper-fonts';

/** Ink on paper; a print has one ground. */
const FILL: Record<ThingTone, string> = { thing: '#b9ad94', band: '#64508a' };
const COLOUR: Record<string, string> = {
  '--figure': '#17302f',
  '--figure-hair': '#0c2120',
  '--figure-far': '#71857f',
  '--figure-edge': '#ffffff',
  '--figure-cloth': '#6f9490',
  '--zone': '#3f9aa2',
  '--zone-edge': '#d6f0ee',
};

type TracedPath = { d: string; fill: string; stroke?: string; width?: number };
type TracedBody = {
  far: TracedPath[];
  near: TracedPath[];
  arms: TracedPath[];
  zone: (zone: Zone) => TracedPath[];
};
const bodies = new Map<string, TracedBody>();

/** Bends as a PDF knows them: with two points to bend to in place of one. */
const asCubics = (d: string): string =>
  d.replace(/q([^qMZL]+)/g, (_, numbers: string) => {
    const [a, b, x, y] = (numbers.match(/-?\d+/g) ?? []).map(Number) as [number, number, number, number];
    return `c${[(2 * a) / 3, (2 * b) / 3, (2 * a + x) / 3, (2 * b + y) / 3, x, y].map((v) => v.toFixed(1)).join(' ')}`;
  });

/** The paths that the screen shows, out of the same file, in the colours of a print. */
function tracedOf(asked: Asked): TracedBody {
  const name = bodyName(asked);
  const known = bodies.get(name);
  if (known) return known;
  const text = isShipped(asked)
    ? readFileSync(join(process.cwd(), 'public/figures', `${name}.svg`), 'utf8')
    : svgOf(asked);
  const part = (id: string): TracedPath[] => {
    const inside = partOf(text, id);
    return [...inside.matchAll(/<path ([^>]*)\/>/g)].map(([, attributes]) => {
      const of = (key: string) => new RegExp(`(?:^| )${key}="([^"]*)"`).exec(attributes!)?.[1];
      const colour = (value?: string) => (value ? COLOUR[/var\((.*)\)/.exec(value)?.[1] ?? ''] : undefined);
      return {
        d: asCubics(of('d') ?? ''),
        fill: attributes!.includes('class="area"') ? COLOUR['--zone']! : (colour(of('fill')) ?? 'none'),
        stroke: colour(of('stroke')),
        width: Number(of('stroke-width')) || undefined,
      };
    });
  };
  const made = {
    far: part('far'),
    near: part('near'),
    arms: part('arms'),
    zone: (zone: Zone) => part(`zone-${zone}`),
  };
  bodies.set(name, made);
  return made;
}
const [INK, SOFT, RULE] = ['#17302f', '#51605b', '#b9b09d'];

/** The sheet as a PDF document, A4. None of it is under 9 pt; the instructor's takes one page up to some ten blocks. */
export function SheetPdf({ sheet, large }: { sheet: Sheet; large: boolean }) {
  const size = sheet.for === 'client' ? (large ? 14 : 10.5) : large ? 11 : instructorSize(sheet.rows.length);
  const styles = sizes(size);
  return (
    <Document title={sheet.title} creator="Kokyu" producer="Kokyu">
      <Page size="A4" style={styles.page} wrap>
        <View style={styles.head}>
          <Text style={styles.title}>{sheet.title}</Text>
          <Text style={styles.soft}>{sheet.total} min in all</Text>
        </View>
        {sheet.cautions.map((c) => (
          <Text key={c} style={styles.caution}>
            Caution. {c}
          </Text>
        ))}
        {sheet.rows.map((row) =>
          sheet.for === 'client' ? (
            <ClientRow key={row.number} row={row} styles={styles} size={size} />
          ) : (
            <InstructorRow key={row.number} row={row} styles={styles} size={size} />
          ),
        )}
        {sheet.home.map((line) => (
          <Text key={line} style={styles.relook}>
            {line}
          </Text>
        ))}
        {sheet.relook !== '' && <Text style={styles.relook}>{sheet.relook}</Text>}
        <Text style={styles.stop}>{sheet.stop}</Text>
        {sheet.from ? <Text style={[styles.soft, { textAlign: 'right' }]}>{sheet.from}</Text> : null}
      </Page>
    </Document>
  );
}

type Styles = ReturnType<typeof sizes>;

/** Small enough that every block fits on one page; 20 blocks still print at 6 pt. */
const instructorSize = (rows: number): number => (rows <= 6 ? 9.5 : 9);

function InstructorRow({ row, styles, size }: { row: SheetRow; styles: Styles; size: number }) {
  return (
    <View style={styles.row} wrap={false}>
      <View style={{ width: size * 4.4 }}>
        <Text style={styles.bold}>{row.at}</Text>
      </View>
      <Drawn row={row} figure={row.figure} hands={row.hands} width={size * 7} height={size * 4.2} />
      <View style={{ width: size * 15, paddingHorizontal: size * 0.6 }}>
        <Text style={styles.bold}>
          {row.number}. {row.name}
        </Text>
        <Text style={styles.soft}>{[row.positionLabel, row.propsLabel].filter(Boolean).join('; ')}</Text>
      </View>
      <View style={{ width: size * 11, paddingRight: size * 0.6 }}>
        <Text style={styles.bold}>{row.written}</Text>
        <Text>{row.dose}</Text>
        {row.tone !== '' && <Text style={styles.soft}>{row.tone}</Text>}
      </View>
      <View style={{ flex: 1 }}>
        <Text style={styles.italic}>{row.cues.map((c) => `“${c}”`).join(' ')}</Text>
        {row.movement !== '' && <Text>{row.movement}</Text>}
        <Text style={styles.soft}>Watch: {row.watch}</Text>
        {row.changes.length > 0 && <Text style={styles.caution}>Changed: {row.changes.join('; ')}</Text>}
      </View>
    </View>
  );
}

function ClientRow({ row, styles, size }: { row: SheetRow; styles: Styles; size: number }) {
  return (
    <View style={styles.row} wrap={false}>
      <View style={{ width: size * 13 }}>
        <Drawn row={row} figure={row.figure} hands={row.hands} width={size * 12} height={size * 7} />
        {row.end && <Drawn row={row} figure={row.end} width={size * 12} height={size * 6} />}
      </View>
      <View style={{ flex: 1, paddingLeft: size }}>
        <Text style={styles.name}>
          {row.number}. {row.name}
        </Text>
        <Text style={styles.soft}>
          {row.positionSetUp}
          {row.propsLabel !== '' ? ` With: ${row.propsLabel}.` : ''}
        </Text>
        {row.steps.map((s, i) => (
          <Text key={s}>
            {i + 1}. {s}
          </Text>
        ))}
        <Text style={styles.counts}>{row.counts}</Text>
        <Text>
          {row.dose}.{row.movement !== '' ? ` ${row.movement}.` : ''}
        </Text>
        {row.cues.map((c) => (
          <Text key={c} style={styles.italic}>
            “{c}”
          </Text>
        ))}
        <Text style={styles.soft}>You should feel: {row.feeling}</Text>
      </View>
    </View>
  );
}

/** A body as it is drawn on paper. */
export function Drawn({
  row,
  figure,
  hands,
  width,
  height,
}: {
  row: Pick<SheetRow, 'position' | 'props' | 'meant' | 'build' | 'breath'>;
  figure?: FigureName;
  hands?: Hands;
  width: number;
  height: number;
}) {
  const asked = {
    position: row.position,
    build: row.build,
    view: bestView(row.position, figure),
    ...(figure ? { figure } : {}),
    ...(hands ? { hands } : {}),
  };
  const drawing = drawFigure(asked, row.props, row.meant);
  const body = tracedOf(asked);
  const things = (list: readonly { tone: ThingTone; d: string }[]) =>
    list.map((s, i) => <Path key={i} d={s.d} fill={FILL[s.tone]} stroke="#ffffff" strokeWidth={0.3} />);
  const paths = (list: readonly TracedPath[]) =>
    list.map(({ d, fill, stroke, width: line }, i) => (
      <Path key={i} d={d} fill={fill} stroke={stroke} strokeWidth={line} />
    ));
  return (
    <Svg viewBox={drawing.viewBox.join(' ')} style={{ width, height }}>
      {things(drawing.behind)}
      <G transform={`scale(${PATH_UNIT})`}>{paths(body.far)}</G>
      {things(drawing.between)}
      <G transform={`scale(${PATH_UNIT})`}>
        {paths(body.near)}
        {zonesShown(row.breath).flatMap((zone) => paths(body.zone(zone)))}
      </G>
      {things(drawing.worn)}
      {drawing.worn.length > 0 && <G transform={`scale(${PATH_UNIT})`}>{paths(body.arms)}</G>}
      {things(drawing.before)}
    </Svg>
  );
}

export const sizes = (size: number) =>
  StyleSheet.create({
    page: {
      fontFamily: PAPER_FONTS,
      fontSize: size,
      lineHeight: 1.25,
      color: INK,
      padding: 30,
    },
    head: {
      flexDirection: 'row',
      justifyContent: 'space-between',
      alignItems: 'flex-end',
      borderBottomWidth: 1.2,
      borderColor: INK,
      paddingBottom: 6,
    },
    title: { fontSize: size * 1.7, lineHeight: 1.25, fontWeight: 700 },
    row: { flexDirection: 'row', borderBottomWidth: 0.5, borderColor: RULE, paddingVertical: size * 0.28 },
    name: { fontSize: size * 1.2, lineHeight: 1.25, fontWeight: 700 },
    counts: { fontSize: size * 1.15, lineHeight: 1.25, fontWeight: 700, paddingTop: size * 0.2 },
    bold: { fontWeight: 700 },
    italic: { fontStyle: 'italic' },
    soft: { color: SOFT },
    caution: { color: '#7a5400' },
    relook: { fontWeight: 700, paddingTop: size * 0.6 },
    stop: { color: '#9c2428', paddingTop: size * 0.6 },
  });
