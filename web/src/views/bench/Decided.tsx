import type { Ruling, Verdict } from '../../api/client';

const todo: Record<Verdict, string> = {
  leave: 'Leave it where it stands, and wash hands and knife before you touch the next one.',
  'no-match': 'Leave it. It is not what you took it for, and this guide cannot say what it is.',
  'show-someone':
    'Keep it apart from everything else, whole, and show it in person to somebody who was taught. Until then it is not for eating.',
  'ruled-clear':
    'Hold every other piece against the same list before it goes into the basket: lookalikes grow in the same patch.',
  'keep-looking':
    'Nothing more can be read here and now that would tell. Leave it, or finish it at home, apart from everything else.',
};

/** What to do where there is nothing more to ask. */
export function Decided({ ruling }: { ruling: Ruling }) {
  return (
    <div>
      <h2 tabIndex={-1}>What to do now</h2>
      <p>{todo[ruling.verdict]}</p>
      {ruling.verdict !== 'ruled-clear' && (
        <p>
          If an answer is wrong, change it under “As read so far”; any other feature can still be read from the list
          below.
        </p>
      )}
      {ruling.reasons.length > 1 && (
        <>
          <h3>Also</h3>
          <ul>
            {ruling.reasons.slice(1).map((r) => (
              <li key={r.text}>{r.text}</li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
