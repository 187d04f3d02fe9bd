import { useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import type { Schema } from '../../api/client';
import { type Deck, useAnswerCard, useCard } from '../../api/useDrill';
import { type GuideIndex, useGuide } from '../../api/useGuide';
import { useTaxonPage } from '../../api/useTaxonPage';
import { Button, Primary, Row, Toggle } from '../../components/Buttons';
import { Page, Waiting } from '../../components/Page';
import { useShortcuts } from '../../components/useShortcuts';
import { Figure } from '../../drawings/Figure';
import { Drawing } from '../../drawings/lazy';
import { c, narrow } from '../../theme/tokens';
import { strings } from './strings';
import { aSeed, deckWords, dueWords, seenWords } from './words';

type Question = Schema['Question'];

const Choices = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 10px;
  margin: 14px 0;
  max-width: 900px;
  button { position: relative; min-height: 84px; padding: 12px 12px 12px 34px; text-align: left; }
  kbd { position: absolute; top: 10px; left: 12px; font: 600 13px/1 inherit; color: ${c('stone')}; }
  button[data-right='true'] { background: ${c('cutWash')}; border-width: 3px; opacity: 1; }
  button[data-right='false'] { background: ${c('thornWash')}; border-style: dashed; opacity: 1; }
  ${narrow} { grid-template-columns: repeat(2, minmax(0, 1fr)); }
`;

const Two = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(260px, 1fr));
  gap: 16px;
  max-width: 900px;
  figure { margin: 0; }
  figcaption { text-align: center; font-weight: 600; }
  ${narrow} { grid-template-columns: repeat(2, minmax(0, 1fr)); gap: 6px; }
`;

/** One card after the other of a deck. */
export default function Cards({ name: deck }: { name: string }) {
  const [seed, setSeed] = useState(aSeed);
  const { data, error } = useCard(deck as Deck, seed);
  const { guide } = useGuide();
  const words = deckWords[deck as Deck];
  if (!words) return <Waiting error={new Error(strings.thereIsNoSuchDeck)} />;
  if (!data || !guide) return <Waiting error={error} />;
  return (
    <Page style={{ maxWidth: 1000 }}>
      <p>
        <Link href="/practice">{strings.practice}</Link> · {words.name}
      </p>
      {data.question ? (
        <Card key={seed} question={data.question} seed={seed} guide={guide} onNext={() => setSeed(aSeed())} />
      ) : (
        <>
          <h1>{deck === 'due' ? strings.nothingMoreIsDueToday : strings.nothingIsLeftInThis}</h1>
          <p>{strings.whatWasAnsweredComesAgain}</p>
        </>
      )}
    </Page>
  );
}

/** A card: its question, its choices, and what was right. */
function Card({
  question: q,
  seed,
  guide,
  onNext,
}: {
  question: Question;
  seed: number;
  guide: GuideIndex;
  onNext: () => void;
}) {
  const [unsure, setUnsure] = useState(false);
  const [said, setSaid] = useState('');
  const answer = useAnswerCard();
  const is = answer.data;
  const say = (choice: string | undefined) => {
    if (!choice || said) return;
    setSaid(choice);
    answer.mutate({ card: q.card, seed, answer: choice, unsure }, { onError: () => setSaid('') });
  };
  useShortcuts({
    ...Object.fromEntries(q.choices.map((choice, i) => [String(i + 1), () => say(choice)])),
    u: () => !said && setUnsure(!unsure),
    arrowright: () => is && onNext(),
  });
  const character = guide.character(q.character);
  const stateName = (state: string) => seenWords(guide, { character: q.character, state });
  const named = (choice: string) =>
    ({ parts: guide.character(choice)?.name ?? choice, name: stateName(choice), drawing: '', family: choice })[q.kind];
  return (
    <>
      <h1>
        {q.kind === 'parts' && strings.whichOfThesePartsThem}
        {q.kind === 'name' && strings.whichOneIsThis(character?.name ?? '')}
        {q.kind === 'drawing' && strings.whichOneIs(character?.name ?? '', stateName(q.state))}
        {q.kind === 'family' && strings.whichFamilyIsItOf}
      </h1>
      {q.kind === 'name' && <Drawing character={q.character} state={q.state} size={150} />}
      {q.taxa.length > 0 && (
        <Two>
          {q.taxa.map((t) => (
            <Taxon key={t} id={t} named={q.kind === 'parts' || Boolean(is)} guide={guide} />
          ))}
        </Two>
      )}
      <Choices role="group" aria-label={strings.answers}>
        {q.choices.map((choice, i) => (
          <Button
            key={choice}
            isDisabled={Boolean(said)}
            aria-label={q.kind === 'drawing' ? strings.drawing(i + 1) : undefined}
            data-right={is ? (choice === is.right ? 'true' : choice === said ? 'false' : undefined) : undefined}
            onPress={() => say(choice)}
          >
            <kbd aria-hidden>{i + 1}</kbd>
            {q.kind === 'drawing' ? <Drawing character={q.character} state={choice} size={92} /> : named(choice)}
            {q.kind === 'drawing' && is && <div>{stateName(choice)}</div>}
          </Button>
        ))}
      </Choices>
      {!said && (
        <Row>
          <Toggle isSelected={unsure} onChange={setUnsure}>
            {strings.iAmNotSure}
          </Toggle>
        </Row>
      )}
      {answer.error && <p role="alert">{answer.error.message}</p>}
      {is && (
        <div role="alert">
          <p>
            <strong>{is.correct ? strings.right : strings.wrong}</strong>
            {strings.itComesAgain(
              q.kind === 'parts'
                ? strings.partsThemWhatOneShows(guide.character(is.right)?.name ?? '')
                : q.kind === 'family'
                  ? `${is.right}.`
                  : `It is “${stateName(is.right)}”.`,
              dueWords(is.due),
            )}
          </p>
          {q.kind === 'parts' && (
            <p>
              <Link href={`/compare?target=${q.taxa[0]}&other=${q.taxa[1]}`}>{strings.sideBySide}</Link>
            </p>
          )}
          {character && (
            <p>
              {character.how}
              {character.pitfall && strings.mind(character.pitfall)}{' '}
              <Link href="/guide/words">{strings.allWordsAndDrawings}</Link>
            </p>
          )}
          {q.kind === 'family' && (
            <p>
              <Link href={`/guide/${q.taxa[0]}`}>{strings.itsPage}</Link> ·{' '}
              <Link href={`/guide/family/${is.right}`}>{strings.whatTheFamilyShares}</Link>
            </p>
          )}
          {is.bites && <p>{strings.youMisreadMoreOftenThan(character?.name.toLowerCase() ?? '')}</p>}
          <Primary autoFocus onPress={onNext}>
            {strings.theNextOne}
          </Primary>
        </div>
      )}
    </>
  );
}

/** A taxon's figure; named only where the name is not what is asked for. */
function Taxon({ id, named, guide }: { id: string; named: boolean; guide: GuideIndex }) {
  const { data } = useTaxonPage(id, '', 0);
  if (!data) return <div style={{ minHeight: 240 }} />;
  return (
    <figure>
      <Figure
        kingdom={data.view.kingdom}
        shown={data.usual}
        sizes={data.sizes}
        wrap
        label={named ? strings.drawnFromWhatTheGuide(data.view.display_name) : strings.aTaxonOfTheGuide}
      />
      <figcaption>{named ? guide.nameOf(id) : ' '}</figcaption>
    </figure>
  );
}
