import { join } from 'node:path';
import { Document, Font, Page, Path, StyleSheet, Svg, Text, View } from '@react-pdf/renderer';
import { drawFigure } from '@/core/body/figure/draw';
import type { ShapeTone } from '@/core/body/figure/solids';
import { bestView, type FigureName } from '@/core/body/figure/figures';
import type { Sheet, SheetRow } from '@/core/sequence/sheet';

const FILES = join(process.cwd(), 'node_modules/@fontsource/atkinson-hyperlegible/files');
Font.register({
  family: 'Hyperlegible',
  fonts: [
    { src: join(FILES, 'atkinson-hyperlegible-latin-400-normal.woff') },
    { src: join(FILES, 'atkinson-hyperlegible-latin-700-normal.woff'), fontWeight: 700 },
    { src: join(FILES, 'atkinson-hyperlegible-latin-400-italic.woff'), fontStyle: 'italic' },
  ],
});
Font.registerHyphenationCallback((word) => [word]);

/** Ink on paper; a print has one ground. */
const FILL: Record<ShapeTone, string> = {
  body: '#17302f',
  hair: '#0c2120',
  far: '#71857f',
  thing: '#b9ad94',
  band: '#64508a',
};
const [INK, SOFT, RULE] = ['#17302f', '#51605b', '#b9b09d'];

/** The sheet as a PDF document, A4. The instructor's takes one page whatever its length; in large type it may take more. */
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
      </Page>
    </Document>
  );
}

type Styles = ReturnType<typeof sizes>;

/** Small enough that every block fits on one page; 20 blocks still print at 6 pt. */
const instructorSize = (rows: number): number => Math.min(9.5, Math.max(5.4, 9.9 - rows * 0.21));

function InstructorRow({ row, styles, size }: { row: SheetRow; styles: Styles; size: number }) {
  return (
    <View style={styles.row} wrap={false}>
      <View style={{ width: size * 4.4 }}>
        <Text style={styles.bold}>{row.at}</Text>
      </View>
      <Drawn row={row} figure={row.figure} width={size * 7} height={size * 4.2} />
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
        <Text style={styles.italic}>{row.cues.map((c) => `“${c}”`).join('  ')}</Text>
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
        <Drawn row={row} figure={row.figure} width={size * 12} height={size * 7} />
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

function Drawn({
  row,
  figure,
  width,
  height,
}: {
  row: SheetRow;
  figure?: FigureName;
  width: number;
  height: number;
}) {
  const drawing = drawFigure(row.position, bestView(row.position, figure), row.props, 'between', figure);
  return (
    <Svg viewBox={drawing.viewBox.join(' ')} style={{ width, height }}>
      {drawing.shapes.map((s, i) => (
        <Path
          key={i}
          d={s.d}
          fill={FILL[s.tone]}
          stroke="#ffffff"
          strokeWidth={s.tone === 'thing' ? 0 : 0.5}
        />
      ))}
    </Svg>
  );
}

const sizes = (size: number) =>
  StyleSheet.create({
    page: { fontFamily: 'Hyperlegible', fontSize: size, lineHeight: 1.25, color: INK, padding: 30 },
    head: {
      flexDirection: 'row',
      justifyContent: 'space-between',
      alignItems: 'flex-end',
      borderBottomWidth: 1.2,
      borderColor: INK,
      paddingBottom: 3,
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
