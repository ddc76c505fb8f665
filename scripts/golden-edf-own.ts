import { writeFileSync } from 'node:fs';
import { printEdf } from '@/core/formats/edf';
import { goldenRecord } from '../tests/checks/golden/record';

// Writes the record that EDFlib is given to read; called by scripts/golden-edf.mjs.
writeFileSync(process.argv[2]!, printEdf(goldenRecord(), [{ atS: 2.5, text: 'breath in' }]));
