import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import { usePracticeState } from '../../api/useDrill';
import { useGuide } from '../../api/useGuide';
import { useKeepSettings } from '../../api/useKeepSettings';
import { useSettings } from '../../api/useSettings';
import { Primary } from '../../components/Buttons';
import { Page, Waiting } from '../../components/Page';
import { Tick } from '../../components/Tick';
import { Drawing } from '../../drawings/lazy';
import { c } from '../../theme/tokens';
import { strings } from './strings';
import { seenWords } from './words';

const List = styled.ul`
  margin-top: 16px;
  > li { border-top: 1.5px solid ${c('mist')}; padding: 12px 0; }
  h2 { font-size: 19px; margin: 0; }
  .bites { border-left: 8px solid ${c('thorn')}; padding-left: 14px; }
  ul li { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; padding: 4px 0; }
  small { color: ${c('stone')}; font-size: 15px; }
`;

/** How often, in words of ten or a hundred. */
const share = (x: number) => `${Math.round(x * 100)} in 100`;

/** What somebody takes for what, and what follows from it on the bench. */
export default function Misread() {
  const { data: p, error } = usePracticeState();
  const { guide } = useGuide();
  const { data: settings } = useSettings();
  const keep = useKeepSettings();
  const [, go] = useLocation();
  if (!p || !guide) return <Waiting error={error} />;
  return (
    <Page>
      <p>
        <Link href="/practice">{strings.practice}</Link>
      </p>
      <h1>{strings.whatIMisread}</h1>
      <p>{strings.byTheDrawingsThatYou}</p>
      {settings && (
        <Tick
          isSelected={!settings.no_misreads}
          onChange={(on) => keep.mutate({ ...settings, no_misreads: !on })}
          isDisabled={keep.isPending}
        >
          {strings.letItCountOnThe}
        </Tick>
      )}
      {keep.error && <p role="alert">{keep.error.message}</p>}
      {p.misreads.length === 0 && (
        <p>
          {strings.noDrawingWasNamedYet}
          <Link href="/practice/cards/states">{strings.drawingsAndTheirNames}</Link>
        </p>
      )}
      {p.misreads.some((m) => m.wrong > 0) && (
        <Primary onPress={() => go('/practice/cards/misread')}>{strings.practiseWhatIMisread}</Primary>
      )}
      <List aria-label={strings.characters}>
        {p.misreads.map((m) => (
          <li key={m.character} className={m.bites ? 'bites' : ''}>
            <h2>{guide.character(m.character)?.name}</h2>
            <p>
              {strings.ofWrong(m.wrong, m.answers)}
              <small>{strings.youAboutAtLeastOthers(share(m.own), share(m.low), share(m.usual))}</small>
              {m.bites && (
                <>
                  {' '}
                  <strong>{strings.countsAsUnsure(p.off ? strings.ifYouLetIt : '')}</strong>
                </>
              )}
            </p>
            <ul>
              {m.taken.map((t) => (
                <li key={`${t.shown} ${t.answered}`}>
                  <Drawing character={m.character} state={t.shown} size={54} />
                  <span>
                    {strings.takenFor(
                      seenWords(guide, { character: m.character, state: t.shown }),
                      seenWords(guide, { character: m.character, state: t.answered }).toLowerCase(),
                    )}
                    {t.times > 1 && `, ${t.times} times`}
                  </span>
                  <Drawing character={m.character} state={t.answered} size={54} />
                </li>
              ))}
            </ul>
          </li>
        ))}
      </List>
    </Page>
  );
}
