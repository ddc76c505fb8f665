/** Paths of traced bodies count in twentieths of a percent of height: whole numbers are short. */
export const PATH_UNIT = 0.05;
