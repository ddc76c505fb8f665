import { listClients } from './clients';
import { STUDIO } from './scope';

/** The file that the first walk goes through: of the demo alone, the first client who has been coached; null otherwise. */
export function walkedFile(): string | null {
  if (process.env.KOKYU_DEMO !== '1') return null;
  return listClients(STUDIO, '', 0).rows.find((c) => c.lastLookAt !== null && c.sequences > 0)?.id ?? null;
}
