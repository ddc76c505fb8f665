/** Where the five staves lie, in picture units from the top. */
export const STAVE = {
  position: 6,
  written: 93,
  breathTop: 100,
  breathBase: 158,
  tone: 214,
  movement: 224,
  cue: 266,
  end: 314,
} as const;

/** What stands before the time axis: the names of the staves. */
export const STAVE_LEFT = 84;
