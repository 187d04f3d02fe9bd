import { useEffect, useSyncExternalStore } from 'react';
import styled from 'styled-components';
import { c, narrow } from '../theme/tokens';
import { Button } from './Buttons';

interface Message {
  text: string;
  bad?: boolean;
  action?: { name: string; do: () => void };
}

let current: Message | undefined;
const listeners = new Set<() => void>();

/** Tells the user something, with a way back where there is one. It stays until it is read or replaced. */
export function tell(message: Message | undefined) {
  current = message;
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void) {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
}

const Bar = styled.div`
  position: fixed;
  z-index: 10;
  right: 16px;
  bottom: 16px;
  max-width: min(560px, calc(100vw - 32px));
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 12px 14px;
  border-radius: 14px;
  background: ${c('band')};
  color: ${c('onBand')};
  border: 1.5px solid ${c('mist')};
  p { flex: 1; }
  ${narrow} { bottom: 84px; left: 16px; }
`;

/** Where messages appear. */
export function Notice() {
  const message = useSyncExternalStore(subscribe, () => current);
  useEffect(() => {
    if (!message || message.bad) return;
    const timer = setTimeout(() => tell(undefined), 12_000);
    return () => clearTimeout(timer);
  }, [message]);
  return (
    <div role={message?.bad ? 'alert' : 'status'} aria-live="polite">
      {message && (
        <Bar>
          <p>{message.text}</p>
          {message.action && (
            <Button
              onPress={() => {
                message.action?.do();
                tell(undefined);
              }}
            >
              {message.action.name}
            </Button>
          )}
          <Button onPress={() => tell(undefined)}>Close</Button>
        </Bar>
      )}
    </div>
  );
}
