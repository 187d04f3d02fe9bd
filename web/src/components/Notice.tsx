import { useEffect, useSyncExternalStore } from 'react';
import styled from 'styled-components';
import { sendAgain, useUnkept } from '../api/outbox';
import { useReach, whenUp } from '../api/reach';
import { c, narrow } from '../theme/tokens';
import { Button } from './Buttons';
import { strings } from './strings';

interface Message {
  text: string;
  bad?: boolean;
  /** It is true only as long as the program does not answer. */
  while?: boolean;
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

const Corner = styled.div`
  position: fixed;
  z-index: 10;
  right: 16px;
  bottom: 16px;
  max-width: min(560px, calc(100vw - 32px));
  display: grid;
  gap: 8px;
  ${narrow} { bottom: 84px; left: 16px; }
  @media (max-height: 420px) { bottom: 4px; }
  @media print { display: none; }
`;

const Bar = styled.div`
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 12px 14px;
  border-radius: 14px;
  background: ${c('band')};
  color: ${c('onBand')};
  border: 1.5px solid ${c('mist')};
  p { flex: 1; overflow-wrap: anywhere; }
`;

/** What is so of the program just now: an answer that is not kept yet, a program that does not answer. It goes when it is so no
 * longer. */
function State() {
  const { slow, down } = useReach();
  const unkept = useUnkept().length;
  const says =
    unkept > 0
      ? strings.notKeptYetZestyThicket(unkept === 1 ? strings.oneAnswerIs : strings.answersAre(unkept))
      : down
        ? strings.zestyThicketDoesNotAnswer
        : slow
          ? strings.noAnswerForThreeSeconds
          : undefined;
  return (
    <div role="status">
      {says && (
        <Bar data-reach>
          <p>{says}</p>
          {unkept > 0 && <Button onPress={sendAgain}>{strings.sendItAgainNow}</Button>}
        </Bar>
      )}
    </div>
  );
}

/** Where messages appear. */
export function Notice() {
  const message = useSyncExternalStore(subscribe, () => current);
  useEffect(() => (message?.while ? whenUp(() => tell(undefined)) : undefined), [message]);
  useEffect(() => {
    if (!message || message.bad) return;
    const timer = setTimeout(() => tell(undefined), 12_000);
    return () => clearTimeout(timer);
  }, [message]);
  return (
    <Corner>
      <State />
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
            <Button onPress={() => tell(undefined)}>{strings.close}</Button>
          </Bar>
        )}
      </div>
    </Corner>
  );
}
