import type { ButtonHTMLAttributes } from 'react';

type Kind = 'main' | 'plain' | 'quiet' | 'stop';

const KIND: Record<Kind, string> = {
  main: 'bg-ink text-paper border-ink hover:bg-rise hover:border-rise',
  plain: 'border-ink text-ink hover:bg-sheet',
  quiet:
    'border-transparent text-ink underline decoration-rule decoration-2 underline-offset-4 hover:decoration-ink px-1',
  stop: 'border-stop text-stop hover:bg-stop hover:text-paper',
};

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { kind?: Kind; big?: boolean };

export function Button({ kind = 'plain', big = false, className = '', type = 'button', ...rest }: Props) {
  return (
    <button
      type={type}
      className={`inline-flex items-center justify-center gap-2 rounded-sm border-[1.5px] font-semibold disabled:opacity-45 ${big ? 'min-h-14 px-5 text-lead' : 'min-h-9 px-3.5 text-body'} whitespace-nowrap ${KIND[kind]} ${className}`}
      {...rest}
    />
  );
}

/** The same dress for a link. */
export const buttonClass = (kind: Kind = 'plain', big = false): string =>
  `inline-flex items-center justify-center gap-2 rounded-sm border-[1.5px] font-semibold ${big ? 'min-h-14 px-6 text-lead' : 'min-h-9 px-3.5 text-body'} ${KIND[kind]}`;
