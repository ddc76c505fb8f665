/** What holds wherever Kokyu is used, for About and the page to start from. */
export const CAUTIONS: readonly string[] = [
  'Kokyu names readings, never a diagnosis. It suggests; you decide.',
  'The client’s clinician, and your local rules on scope of practice, come before anything that Kokyu shows.',
  'A red flag ends the session. Nothing is coached until it is written what was done about it.',
  'Dizziness, tingling, pain, leaking, heaviness or fear: stop, let the client breathe as they like, and write it down.',
  'Holds and long exhales are not for everybody: Screen says for whom, and what takes their place.',
  'Much rests on common practice without a published source, and says so where it is shown.',
  'Records are health data. The file on this machine is not encrypted: encrypt the disk, lock the screen, set backups up.',
];
