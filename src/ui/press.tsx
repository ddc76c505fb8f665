import type { ButtonHTMLAttributes } from 'react';

const LOOK = {
  /** A word in running text. */
  text: 'underline underline-offset-4',
  /** The same where it should not call: put by, away, more of this. */
  quiet: 'text-soft underline decoration-rule underline-offset-4 hover:text-ink',
  /** A line of a list that opens or is chosen. */
  row: 'w-full text-left hover:bg-sheet',
  /** A small box: an instrument, a mark from 0 to 5, one of several. */
  tool: 'border-[1.5px] border-soft hover:border-ink disabled:opacity-40 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper',
  /** No dress of its own: a picture that can be pressed. */
  bare: '',
} as const;

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { look: keyof typeof LOOK };

/** What is pressed and is no button to the eye; buttons proper are `Button`. */
export function Press({ look, className = '', type = 'button', ...rest }: Props) {
  return <button type={type} className={`${LOOK[look]} ${className}`} {...rest} />;
}
