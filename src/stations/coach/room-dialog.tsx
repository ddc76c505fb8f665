'use client';

import { Dialog } from '@/ui/dialog';
import { RoomFields, type RoomFieldsProps } from './room-fields';

type Props = RoomFieldsProps & { open: boolean; onOpenChange: (open: boolean) => void };

/** How Coach sounds and looks in this room; kept in this browser. */
export const RoomDialog = ({ open, onOpenChange, ...fields }: Props) => (
  <Dialog open={open} onOpenChange={onOpenChange} title="Sound and screen" description="For this browser.">
    {open && <RoomFields {...fields} />}
  </Dialog>
);
