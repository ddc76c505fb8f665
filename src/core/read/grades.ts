/** How an observation came about. Measured beats rated; rated beats reported. */
export const GRADES = ['measured', 'rated', 'reported'] as const;
export type Grade = (typeof GRADES)[number];
export const GRADE_LABEL: Record<Grade, string> = {
  measured: 'measured',
  rated: 'rated by eye or hand',
  reported: 'told by the client',
};
