'use client';

import { FolderOpen } from 'lucide-react';
import { buttonClass } from './button';

/** Opens one file; the same file can be chosen again. */
export function FileButton({
  label,
  accept,
  onFile,
}: {
  label: string;
  accept: string;
  onFile: (file: File) => void;
}) {
  return (
    <label
      className={`${buttonClass()} has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-rise`}
    >
      <FolderOpen size={17} aria-hidden /> {label}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) onFile(file);
        }}
      />
    </label>
  );
}
