'use client';

import type { LucideIcon } from 'lucide-react';
import type { ReactNode } from 'react';
import { Press } from '@/ui/press';

type ToolProps = {
  label: string;
  icon: LucideIcon;
  disabled: boolean;
  pressed?: boolean;
  run: () => void;
  children?: ReactNode;
};

/** An icon with its word. */
export const Tool = ({ label, icon: Icon, disabled, pressed, run, children }: ToolProps) => (
  <Press
    look="tool"
    aria-label={label}
    aria-expanded={pressed}
    disabled={disabled}
    onClick={run}
    className="inline-flex min-h-8 items-center gap-1 px-[7px] text-small whitespace-nowrap"
  >
    <Icon size={17} aria-hidden /> {label} {children}
  </Press>
);
