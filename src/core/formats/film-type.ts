/** The containers that a film is kept in, as it came; the name is that of its file. */
export const FILM_TYPES = ['mp4', 'mov', 'webm', 'mkv'] as const;
export type FilmType = (typeof FILM_TYPES)[number];
