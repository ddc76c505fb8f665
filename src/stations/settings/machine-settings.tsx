'use client';

import { Fold } from '@/ui/fold';
import { useState, useSyncExternalStore } from 'react';
import { browserVoice } from '@/devices/voice';
import { CheckField } from '@/ui/choice';
import { keepOwnKeys, ownKeys, subscribeOwnKeys, type OwnKeys } from '@/ui/own-keys';
import { Press } from '@/ui/press';
import { useRoom } from '../coach/room';
import { RoomFields } from '../coach/room-fields';

const SHIPPED: OwnKeys = { off: false, keys: {} };

/** What goes with this machine and not with the studio: sound, screen, devices and keys, kept in this browser. */
export function MachineSettings() {
  const [room, change] = useRoom();
  const [voice] = useState(browserVoice);
  const own = useSyncExternalStore(subscribeOwnKeys, ownKeys, () => SHIPPED);
  const changed = Object.entries(own.keys);
  return (
    <Fold id="machine" title="This machine" said="sound, screen, devices, keys">
      <div className="space-y-3">
        <p className="max-w-[95ch] text-small">
          Kept in this browser, for whoever sits at it; the usual values are our choice. Bands, camera and
          microphone are tried out in a look; made-up ones stand in where there is none.
        </p>
        <RoomFields room={room} change={change} voice={voice} />
        <div className="space-y-1">
          <h3 className="text-lead">Keys</h3>
          <CheckField
            label="Single letters, figures and signs are keys"
            checked={!own.off}
            onChecked={(on) => keepOwnKeys({ ...own, off: !on })}
          />
          <p className="text-small text-soft">
            Off for whoever speaks to the machine or presses by mistake (WCAG 2.2, 2.1.4). Each key can be
            made another where it works: press ? on that screen.
          </p>
          {changed.length > 0 && (
            <>
              <ul className="text-small">
                {changed.map(([does, key]) => (
                  <li key={does}>
                    <kbd className="font-sans font-semibold uppercase">{key}</kbd> {does}
                  </li>
                ))}
              </ul>
              <Press look="quiet" onClick={() => keepOwnKeys({ ...own, keys: {} })}>
                All keys as shipped
              </Press>
            </>
          )}
        </div>
      </div>
    </Fold>
  );
}
