import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { bodyName, drawFigure, isShipped, shippedOf, type Asked } from '@/core/body/figure/draw';
import { bestView } from '@/core/body/figure/figures';
import { saidOf, zonesShown } from '@/core/body/figure/said';
import type { Drawn } from '@/core/home/home-doc.schema';
import type { SheetRow } from '@/core/sequence/sheet';
import { boxOf, markupOf } from '@/pictures/figure-markup';
import { traceBody } from '@/server/pdf-thread';

/** Bodies by name, as text: a phone gets them with its plan. */
const bodies = new Map<string, Promise<string | null>>();
const MOST_BODIES = 200;

function bodyText(asked: Asked): Promise<string | null> {
  const name = bodyName(asked);
  const known = bodies.get(name);
  if (known) return known;
  if (bodies.size >= MOST_BODIES) bodies.clear();
  const made = isShipped(asked)
    ? readFile(join(process.cwd(), 'public/figures', `${name}.svg`), 'utf8').catch(() => null)
    : (traceBody(asked)?.then((t) => (t.ok ? t.value : null)) ?? Promise.resolve(null));
  bodies.set(name, made);
  // What could not be made is asked for again.
  void made.then((text) => text === null && bodies.delete(name));
  return made;
}

/** The pictures of a row: how it begins and, where it moves, where it goes. */
export async function drawnFor(row: SheetRow): Promise<Drawn[]> {
  const figures = [row.figure, ...(row.end ? [row.end] : [])];
  const drawn = await Promise.all(figures.map((figure, i) => drawnOne(row, figure, i > 0)));
  return drawn.flatMap((d) => (d ? [d] : []));
}

async function drawnOne(row: SheetRow, figure: SheetRow['figure'], end: boolean): Promise<Drawn | null> {
  const { position, build, hands, props, meant, breath } = row;
  const view = bestView(position, figure);
  const wanted: Asked = {
    position,
    view,
    build,
    ...(figure ? { figure } : {}),
    ...(hands && !end ? { hands } : {}),
  };
  const own = await bodyText(wanted);
  const asked = own === null ? shippedOf(wanted) : wanted;
  const text = own ?? (await bodyText(asked));
  if (text === null) return null;
  const drawing = drawFigure(asked, props, meant);
  const zones = end ? [] : zonesShown(breath);
  return {
    said: saidOf(wanted, props, zones),
    viewBox: boxOf(drawing),
    markup: markupOf(drawing, view, zones, text),
  };
}
