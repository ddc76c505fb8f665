import type { ReactNode } from 'react';
import { Press } from '@/ui/press';

/** What is pressed seldom, away from the row of what is pressed often. */
export const Tool = ({
  name,
  pressed,
  ...rest
}: {
  name: string;
  pressed?: boolean;
  disabled?: boolean;
  onClick: () => void;
  children: ReactNode;
}) => (
  <Press
    look="bare"
    aria-label={name}
    aria-pressed={pressed}
    className="flex items-center justify-center disabled:opacity-45"
    {...rest}
  />
);
