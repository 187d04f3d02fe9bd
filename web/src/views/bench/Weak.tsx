import styled from 'styled-components';
import type { Ruling } from '../../api/client';
import type { Book } from '../../api/useGuide';
import { c } from '../../look/tokens';
import { Button } from '../../parts/Buttons';

const Box = styled.details`
  margin-top: 18px;
  font-size: 15px;
  summary { min-height: 44px; padding: 10px 0; cursor: pointer; font-weight: 600; }
  p { margin: 0 0 8px; }
  li { padding: 8px 0; border-top: 1px solid ${c('mist')}; }
  li div { display: flex; flex-wrap: wrap; gap: 8px; margin-top: 6px; }
`;

interface Props {
  ruling: Ruling;
  book: Book;
  onPick?: (character: string, afresh?: boolean) => void;
}

/** Which wrong answers would let something harmful back in, and what would make the ruling firmer. */
export function Weak({ ruling, book, onPick }: Props) {
  if (ruling.weakest.length === 0) return null;
  const decided = ruling.verdict === 'ruled-clear' || ruling.verdict === 'show-someone';
  const name = (id: string) => book.character(id)?.name.toLowerCase() ?? id;
  return (
    <Box open={decided}>
      <summary>
        What if I misread? {ruling.weakest.length} {ruling.weakest.length === 1 ? 'weak point' : 'weak points'}
      </summary>
      <p>These answers carry the most. Each line says what it could be if they are wrong.</p>
      <ul>
        {ruling.weakest.map((w) => (
          <li key={w.readings.join()}>
            If {listed(w.readings.map(name))} {w.readings.length > 1 ? 'were both wrong' : 'was wrong'}, it could be{' '}
            <strong>{listed(w.brings_back.map((t) => called(book, t)))}</strong>.
            {onPick && (
              <div data-screen-only>
                {w.readings.map((r) => (
                  <Button key={r} onPress={() => onPick(r, true)}>
                    Look again: {name(r)}
                  </Button>
                ))}
                {w.check && !w.readings.includes(w.check) && (
                  <Button onPress={() => onPick(w.check ?? '')}>Read one more: {name(w.check)}</Button>
                )}
              </div>
            )}
          </li>
        ))}
      </ul>
    </Box>
  );
}

function called(book: Book, id: string) {
  const harm = book.taxon(id)?.harm === 'deadly' ? ' (deadly)' : '';
  return `${book.called(id).toLowerCase()}${harm}`;
}

function listed(words: string[]) {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}
