'use client';

import { useState, useSyncExternalStore } from 'react';
import {
  isSingle,
  keepOwnKeys,
  keyOf,
  ownKeys,
  subscribeOwnKeys,
  type Hotkey,
  type OwnKeys,
} from './own-keys';
import { Press } from './press';

const NAMES: Record<string, string> = {
  ' ': 'Space',
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
};
const shipped: OwnKeys = { off: false, keys: {} };

/** Every key of a screen with what it does; single letters can be changed or switched off. */
export function KeyList({ keys }: { keys: readonly Hotkey[] }) {
  const own = useSyncExternalStore(subscribeOwnKeys, ownKeys, () => shipped);
  const [trouble, setTrouble] = useState<string | null>(null);
  const change = (hotkey: Hotkey, to: string) => {
    const taken = keys.find((k) => k !== hotkey && !k.ctrl && keyOf(k)?.toLowerCase() === to.toLowerCase());
    if (taken) return setTrouble(`“${to}” already does: ${taken.does}. Choose another.`);
    setTrouble(null);
    const changed = { ...own.keys, [hotkey.does]: to };
    if (to === '' || to === hotkey.key) delete changed[hotkey.does];
    keepOwnKeys({ ...own, keys: changed });
  };
  return (
    <div className="space-y-3">
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={!own.off}
          onChange={(e) => keepOwnKeys({ ...own, off: !e.target.checked })}
        />
        Single letters, figures and signs are keys
      </label>
      <dl className="grid grid-cols-[8rem_1fr] items-center gap-y-1.5">
        {keys.map((k) => (
          <div key={k.key + k.does} className="contents">
            <dt className="font-semibold">
              {k.ctrl ? 'Ctrl ' : ''}
              {k.shift ? 'Shift ' : ''}
              {isSingle(k) && k.key !== '?' ? (
                <input
                  aria-label={`Key for: ${k.does}`}
                  className="w-12 border-b-[1.5px] border-soft bg-transparent text-center uppercase disabled:opacity-45"
                  disabled={own.off}
                  maxLength={1}
                  value={own.keys[k.does] ?? k.key}
                  onFocus={(e) => e.currentTarget.select()}
                  onChange={(e) => change(k, e.target.value.trim())}
                />
              ) : (
                (NAMES[k.key] ?? k.key)
              )}
            </dt>
            <dd>
              {k.does}
              {k.within ? ', while the staves have the focus' : ''}
            </dd>
          </div>
        ))}
      </dl>
      {trouble && (
        <p role="alert" className="text-care">
          {trouble}
        </p>
      )}
      {Object.keys(own.keys).length > 0 && (
        <Press look="quiet" onClick={() => keepOwnKeys(shipped)}>
          All keys as shipped
        </Press>
      )}
    </div>
  );
}
