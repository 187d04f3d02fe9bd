import type { Ruling, Verdict } from '../../api/client';
import { strings } from './strings';

const todo: Record<Verdict, string> = {
  leave: strings.leaveItWhereItStands,
  'no-match': strings.leaveItItIsNot,
  'show-someone': strings.keepItApartFromEverything,
  'ruled-clear': strings.holdEveryOtherPieceAgainst,
  'keep-looking': strings.nothingMoreCanBeRead,
};

/** What to do where there is nothing more to ask. */
export function Decided({ ruling }: { ruling: Ruling }) {
  return (
    <div>
      <h2 tabIndex={-1}>{strings.whatToDoNow}</h2>
      <p>{todo[ruling.verdict]}</p>
      {ruling.verdict !== 'ruled-clear' && <p>{strings.ifAnAnswerIsWrong}</p>}
      {ruling.reasons.length > 1 && (
        <>
          <h3>{strings.also}</h3>
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
