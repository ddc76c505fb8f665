'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { DialogProps } from './dialog-box';

const DialogBox = dynamic(() => import('./dialog-box').then((m) => m.DialogBox), { ssr: false });

/** A dialog whose code is fetched from this server when it is first opened; then it stays. */
export function Dialog(props: DialogProps) {
  const [wanted, setWanted] = useState(props.open);
  if (props.open && !wanted) setWanted(true);
  return wanted ? <DialogBox {...props} /> : null;
}
