import { useDeferredValue, useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import { useGuide } from '../../api/useGuide';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { Page, Waiting } from '../../components/Page';
import { inOrder, Scale } from '../../components/Scale';
import { organWords } from '../../components/words';
import { Drawing } from '../../drawings/lazy';
import { c } from '../../theme/tokens';
import { strings } from './strings';

const Term = styled.section`
  padding: 14px 0;
  border-top: 1.5px solid ${c('mist')};
  h3 { font-size: 18px; }
  em { color: ${c('stone')}; }
  ul { display: flex; flex-wrap: wrap; gap: 12px; margin-top: 8px; }
  li { width: 112px; font-size: 14px; text-align: center; display: grid; justify-items: center; gap: 4px; align-content: start; }
  svg { max-width: 100%; }
`;

/** Every feature that can be read, with its plain word, the field's own, how to look, and a drawing of every state. */
export default function Glossary() {
  const [word, setWord] = useState('');
  const query = useDeferredValue(word.trim().toLowerCase());
  const { guide, error } = useGuide();
  if (!guide) return <Waiting error={error} />;
  const shown = guide.characters.filter((x) =>
    [x.name, x.term, x.question, ...x.states.map((s) => s.name)].join(' ').toLowerCase().includes(query),
  );
  const organs = guide.organs.filter((o) => shown.some((x) => x.organ === o));
  return (
    <Page $wide>
      <p>
        <Link href="/guide">{strings.theGuide}</Link>
      </p>
      <h1>{strings.wordsAndDrawings}</h1>
      <Text
        label={strings.findAWord}
        type="search"
        value={word}
        onChange={setWord}
        placeholder={strings.volvaSheathGills}
      />
      {shown.length === 0 && <p role="status">{strings.noFeatureIsCalledThat}</p>}
      {organs.map((o) => {
        const here = shown.filter((x) => x.organ === o);
        return (
          <Folded
            key={`${o} ${query === ''}`}
            open={query !== ''}
            heading={
              <h2>
                {organWords[o] ?? o}: {here.length}
              </h2>
            }
          >
            {() => (
              <>
                {here.map((x) => (
                  <Term key={x.id} aria-label={x.name}>
                    <h3>
                      {x.name} {x.term && <em>({x.term})</em>}
                    </h3>
                    <p>
                      {x.how} {x.pitfall && <strong>{strings.beware}</strong>}
                      {x.pitfall} {x.hint && strings.aHintItNeverSettles}
                    </p>
                    <ul>
                      {x.states.map((s) => (
                        <li key={s.id}>
                          <Drawing character={x.id} state={s.id} size={56} />
                          {s.name}
                          <Scale of={s} states={x.states} />
                        </li>
                      ))}
                    </ul>
                    {x.states.map(
                      (s) => s.scale?.[0] === s.id && <p key={s.id}>{strings.onAScale(inOrder(s.scale, x.states))}</p>,
                    )}
                  </Term>
                ))}
              </>
            )}
          </Folded>
        );
      })}
    </Page>
  );
}
