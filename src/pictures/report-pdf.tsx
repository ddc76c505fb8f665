import { Circle, Document, Page, Polyline, Rect, StyleSheet, Svg, Text, View } from '@react-pdf/renderer';
import type { ClientReport, ClinicianReport, Report, ReportPicture } from '@/core/client/report';
import { MEASURE_GROUPS } from '@/core/follow/measures';
import { GROUP_LABEL } from '@/core/follow/said';
import { changeLine } from './change-line';
import { PAPER_FONTS } from './paper-fonts';

const [INK, SOFT, RULE, BAND] = ['#17302f', '#51605b', '#b9b09d', '#e6e0d2'];

/** A report on paper, A4: the client's fits one page; the clinician's says so at its foot where it takes more. */
export function ReportPdf({ report, days }: { report: Report; days: Record<string, string> }) {
  return (
    <Document title={report.title} creator="Kokyu" producer="Kokyu">
      <Page size="A4" style={styles.page} wrap>
        {report.for === 'client' ? (
          <ForClient report={report} days={days} />
        ) : (
          <ForClinician report={report} days={days} />
        )}
        <Text
          style={styles.foot}
          fixed
          render={({ pageNumber, totalPages }) => (totalPages > 1 ? `${pageNumber} of ${totalPages}` : '')}
        />
        {report.from ? (
          <Text style={styles.from} fixed>
            {report.from}
          </Text>
        ) : null}
      </Page>
    </Document>
  );
}

function Head({ title, period }: { title: string; period: string }) {
  return (
    <View style={styles.head}>
      <Text style={styles.title}>{title}</Text>
      <Text style={styles.soft}>{period}</Text>
    </View>
  );
}

function Part({ title, lines, care = false }: { title: string; lines: readonly string[]; care?: boolean }) {
  if (lines.length === 0) return null;
  return (
    <View>
      <Text style={styles.part} minPresenceAhead={30}>
        {title}
      </Text>
      {lines.map((line) => (
        <Text key={line} style={care ? styles.care : styles.line}>
          {line}
        </Text>
      ))}
    </View>
  );
}

function ForClient({ report, days }: { report: ClientReport; days: Record<string, string> }) {
  return (
    <View style={styles.large}>
      <Head title={report.title} period={report.period} />
      <Part title="What has changed" lines={[...report.changed, report.same].filter(Boolean)} />
      {report.picture && <Picture picture={report.picture} days={days} />}
      <Part title="What you did" lines={report.done} />
      <Part title="What comes next" lines={report.next} />
      <Part title="Keep in mind" lines={report.mind} />
      <Text style={styles.stop}>{report.stop}</Text>
    </View>
  );
}

function ForClinician({ report, days }: { report: ClinicianReport; days: Record<string, string> }) {
  return (
    <View>
      <Head title={report.title} period={report.period} />
      <Text style={styles.soft}>Code in exchanged data: {report.code}</Text>
      {report.wants !== '' && <Text>Wants: {report.wants}</Text>}
      <Part title="Cautions, as told at screening" lines={report.cautions} care />
      <Part title="Signs that ended something" lines={report.signs} care />
      <Part
        title="Seen at the newest look (patterns, not diagnoses)"
        lines={
          report.seen.length > 0
            ? report.seen.map((s) => `${s.label} (${s.strength}, ${s.certainty}): ${s.because.join('; ')}`)
            : ['No pattern stood out.']
        }
      />
      <Part title="Changed beyond noise" lines={report.changed} />
      {report.picture && <Picture picture={report.picture} days={days} />}
      <Text style={styles.part} minPresenceAhead={60}>
        Measured
      </Text>
      <View style={styles.row}>
        {['what', 'first', 'newest', 'difference', 'noise', 'verdict'].map((name, i) => (
          <Text key={name} style={[COLUMN[i]!, styles.soft]}>
            {name}
          </Text>
        ))}
      </View>
      {MEASURE_GROUPS.map((group) => {
        const rows = report.measured.filter((m) => m.group === group);
        return (
          <View key={group}>
            {rows.length > 0 && (
              <Text style={styles.group} minPresenceAhead={24}>
                {GROUP_LABEL[group]}
              </Text>
            )}
            {rows.map((m) => (
              <View key={m.label} style={styles.row} wrap={false}>
                {[
                  `${m.label}${m.unit ? `, ${m.unit}` : ''}`,
                  m.first,
                  m.newest,
                  m.difference,
                  m.noise,
                  m.verdict,
                ].map((cell, i) => (
                  <Text key={i} style={COLUMN[i]!}>
                    {cell}
                  </Text>
                ))}
              </View>
            ))}
          </View>
        );
      })}
      <Part title="Done" lines={report.done} />
      <Part title="Methods" lines={report.methods} />
      <Part title="What cannot be known from this" lines={report.unknown} />
    </View>
  );
}

function Picture({ picture, days }: { picture: ReportPicture; days: Record<string, string> }) {
  const { width, height, points, band, baseY } = changeLine(picture);
  const ends = [points[0]!, points.at(-1)!];
  return (
    <View wrap={false} style={{ paddingVertical: 6 }}>
      <Text style={styles.bold}>
        {picture.label.charAt(0).toUpperCase() + picture.label.slice(1)}, {picture.unit}
      </Text>
      <Svg viewBox={`0 0 ${width} ${height}`} style={{ width: '100%', height: 150 }}>
        {band && <Rect x={0} y={band.y} width={width} height={band.height} fill={BAND} />}
        <Polyline
          points={points.map((p) => `${p.x},${p.y}`).join(' ')}
          fill="none"
          stroke={INK}
          strokeWidth={1.6}
        />
        {points.map((p) => (
          <Circle key={p.at} cx={p.x} cy={p.y} r={3.4} fill={INK} />
        ))}
        {points.map((p) => (
          <Text
            key={`t${p.at}`}
            x={p.x}
            y={p.textY}
            textAnchor="middle"
            style={{ fontFamily: PAPER_FONTS[0]!, fontSize: 11, fontWeight: 700 }}
            fill={INK}
          >
            {p.text}
          </Text>
        ))}
        {ends.map((p, i) => (
          <Text
            key={`d${i}`}
            x={i === 0 ? 4 : width - 4}
            y={baseY}
            textAnchor={i === 0 ? 'start' : 'end'}
            style={{ fontFamily: PAPER_FONTS[0]!, fontSize: 10 }}
            fill={SOFT}
          >
            {days[p.at] ?? ''}
          </Text>
        ))}
      </Svg>
      {band && (
        <Text style={styles.soft}>
          In the grey band nothing is said to have changed: days do that by themselves.
        </Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  page: { fontFamily: PAPER_FONTS, fontSize: 9.5, lineHeight: 1.3, color: INK, padding: 36 },
  large: { fontSize: 12 },
  head: { borderBottomWidth: 1.2, borderColor: INK, paddingBottom: 6, marginBottom: 4 },
  title: { fontSize: 18, lineHeight: 1.25, fontWeight: 700 },
  part: { fontSize: 12, fontWeight: 700, paddingTop: 8, paddingBottom: 2 },
  group: { fontWeight: 700, paddingTop: 4 },
  line: { paddingBottom: 1.5 },
  bold: { fontWeight: 700 },
  soft: { color: SOFT },
  care: { color: '#7a5400', paddingBottom: 1.5 },
  stop: { color: '#9c2428', paddingTop: 10 },
  row: { flexDirection: 'row', borderBottomWidth: 0.5, borderColor: RULE, paddingVertical: 1.5 },
  foot: { position: 'absolute', bottom: 16, right: 36, fontSize: 9, color: SOFT },
  from: { position: 'absolute', bottom: 16, left: 36, fontSize: 9, color: SOFT },
});

const COLUMN = [
  { width: '32%', paddingRight: 6 },
  { width: '9%' },
  { width: '9%' },
  { width: '11%' },
  { width: '19%', paddingRight: 6 },
  { width: '20%' },
] as const;
