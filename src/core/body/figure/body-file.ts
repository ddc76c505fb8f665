import { bodyOf, type Asked } from './draw';
import { PATH_UNIT } from './path-unit';
import { trace } from './trace';
import type { Form } from './form';

/** Changes when what is traced, or how, changes. */
const MAKE = 7;

/** A mark of everything that a traced body follows from, so that a file can be held against what would be made now. */
export function markOf(asked: Asked): string {
  const { form, far } = bodyOf(asked);
  return `made-of="${hashOf(`${MAKE} ${[...far].join()} ${textOf(form)}`)}"`;
}

const textOf = ({ pieces, joints }: Form): string =>
  JSON.stringify([pieces, joints], (_, v: unknown) =>
    typeof v === 'number' ? Math.round(v * 100) / 100 : v,
  );

/** FNV-1a over 32 bits, twice from two ends: short, and the same everywhere. */
function hashOf(text: string): string {
  let [a, b] = [0x811c9dc5, 0x01234567];
  for (let i = 0; i < text.length; i++) {
    a = Math.imul(a ^ text.charCodeAt(i), 0x01000193);
    b = Math.imul(b ^ text.charCodeAt(text.length - 1 - i), 0x01000193);
  }
  return [a, b].map((v) => (v >>> 0).toString(16).padStart(8, '0')).join('');
}

/**
 * A traced body as a picture of its own whose parts are used by name: `far`, `near`, `arms` (of the near, over what is worn) and `zone-…` for each zone that is
 * seen. Colours come from the page that uses it.
 */
export function svgOf(asked: Asked): string {
  const { form, far } = bodyOf(asked);
  const t = trace(form, far);
  const scaled = `transform="scale(${PATH_UNIT})"`;
  const line = (d: string, colour: string, width: number) =>
    d === ''
      ? ''
      : `<path d="${d}" fill="none" stroke="var(${colour})" stroke-width="${width}" stroke-linecap="round" stroke-linejoin="round"/>`;
  const zones = Object.entries(t.zones).map(([zone, { area, arrow, middle }]) => {
    const opens =
      arrow ??
      `<circle cx="${middle[0]}" cy="${middle[1]}" r="26" fill="none" stroke="var(--zone-edge)" stroke-width="9"/><circle cx="${middle[0]}" cy="${middle[1]}" r="8" fill="var(--zone-edge)"/>`;
    return `<g id="zone-${zone}" ${scaled}><path class="area" d="${area}"/>${arrow ? line(arrow, '--zone', 16) : opens}</g>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" ${markOf(asked)}>
<g id="far" ${scaled}><path d="${t.far}" fill="var(--figure-far)"/></g>
<g id="near" ${scaled}><path d="${t.near}" fill="var(--figure)" fill-rule="evenodd"/><path d="${t.hair}" fill="var(--figure-hair)"/>${line(t.cloth, '--figure-cloth', 6)}${line(t.lines, '--figure-edge', 10)}</g>
<g id="arms" ${scaled}><path d="${t.arms}" fill="var(--figure)" stroke="var(--figure-edge)" stroke-width="10"/></g>
${zones.join('\n')}
</svg>
`;
}
