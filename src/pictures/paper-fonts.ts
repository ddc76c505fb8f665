import { join } from 'node:path';
import { Font } from '@react-pdf/renderer';

const fontFile = (font: string, script: string, style: string) =>
  join(process.cwd(), `node_modules/@fontsource/${font}/files/${font}-${script}-${style}.woff`);

/** A family of each script that names and own drills may be written in; the first that has a letter draws it. */
const FAMILIES = [
  ['Hyperlegible', 'atkinson-hyperlegible', 'latin', true],
  ['Hyperlegible more', 'atkinson-hyperlegible', 'latin-ext', true],
  ['Noto Chinese', 'noto-sans-sc', 'chinese-simplified', false],
  ['Plex Arabic', 'ibm-plex-sans-arabic', 'arabic', false],
] as const;
for (const [family, font, script, slanted] of FAMILIES)
  Font.register({
    family,
    fonts: [
      { src: fontFile(font, script, '400-normal') },
      { src: fontFile(font, script, '700-normal'), fontWeight: 700 },
      // Where a script has no slanted letters they stand upright.
      { src: fontFile(font, script, slanted ? '400-italic' : '400-normal'), fontStyle: 'italic' },
    ],
  });
Font.registerHyphenationCallback((word) => [word]);

/** The families of a print, in the order in which a letter is looked for. */
export const PAPER_FONTS: string[] = FAMILIES.map(([family]) => family);
