import { useRef, useState } from 'react';
import styled from 'styled-components';
import { Link, useLocation } from 'wouter';
import { answered, api, type Harm, type Kingdom, type Score, type TaxonDocument, type Use } from '../../api/client';
import { useGuide } from '../../api/useGuide';
import { useOverlay } from '../../api/useOverlay';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { useDraft } from '../../components/drafts';
import { Text } from '../../components/Fields';
import { scoreWords, useWords } from '../../components/guideWords';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { Group, Pick, toFirstWrong } from '../../components/Pick';
import { organWords } from '../../components/words';
import { c } from '../../theme/tokens';
import { ScoreEditor } from './ScoreEditor';
import { strings } from './strings';
import { fields, slug, type Texts, taxonOf, textsOf } from './taxonForm';
import { useConfirmedChange } from './useConfirmedChange';

const Scored = styled.ul`
  columns: 2 320px;
  column-gap: 26px;
  li { break-inside: avoid; padding: 8px 0; border-top: 1.5px solid ${c('mist')}; }
  button { min-height: 40px; padding: 4px 10px; }
  p { font-size: 15px; }
`;

const harms = [
  { id: 'unknown', name: strings.notKnownRuledAsGravely },
  { id: 'none', name: strings.noHarmKnown },
  { id: 'upset', name: strings.makesIll },
  { id: 'serious', name: strings.hospital },
  { id: 'deadly', name: strings.deadly2 },
];

/** What was written into the form and is not kept. */
interface Draft {
  texts?: Partial<Texts>;
  whole?: Partial<TaxonDocument>;
  scores?: Record<string, Score>;
}

/** A taxon of the user's own: a new one, or one to change. */
export default function OverlayTaxon({ id }: { id: string }) {
  const { data: own, error } = useOverlay();
  const { guide } = useGuide();
  if (!own || !guide) return <Waiting error={error} />;
  const kept = own.taxa.find((t) => t.id === id);
  if (id !== 'new' && !kept)
    return (
      <Waiting>
        <p>
          {strings.yourGuideHasNoSuch}
          <Link href="/guide/mine">{strings.myGuide2}</Link>
        </p>
      </Waiting>
    );
  return <Form kept={kept?.taxon} />;
}

function Form({ kept }: { kept: TaxonDocument | undefined }) {
  const { guide } = useGuide();
  const { keep, isPending, dialog } = useConfirmedChange();
  const [, go] = useLocation();
  const [draft, setDraft] = useDraft<Draft>(`taxon ${kept?.id ?? 'new'}`);
  const texts: Texts = { ...textsOf(kept), ...draft?.texts };
  const whole = draft?.whole ?? kept ?? {};
  const scores = draft?.scores ?? kept?.scores ?? {};
  const [edited, setEdited] = useState('');
  const [wrong, setWrong] = useState<{ name?: string; family?: string }>({});
  const form = useRef<HTMLDivElement>(null);
  if (!guide) return null;
  const set = (part: Partial<Texts>) => setDraft({ ...draft, texts: { ...draft?.texts, ...part } });
  const setScores = (next: Record<string, Score>) => setDraft({ ...draft, scores: next });
  const refuse = (what: typeof wrong) => {
    setWrong(what);
    toFirstWrong(form.current);
  };
  const character = guide.character(edited);
  const features = guide.characters.filter((x) => x.organ !== 'specimen' && x.kingdoms.includes(texts.kingdom));
  const copy = async (from: string) => {
    try {
      const of = await answered(api.GET('/api/v1/taxa/{id}', { params: { path: { id: from } } }));
      setDraft({
        texts: { ...draft?.texts, ...(texts.family ? {} : { family: of.family ?? '' }) },
        scores: of.scores ?? {},
        whole: { ...whole, must_see: of.must_see, regions: of.regions, season: of.season },
      });
    } catch (e) {
      tell({ text: (e as Error).message, bad: true });
    }
  };
  const send = () => {
    const id = kept?.id ?? slug(texts.name);
    if (!id) return refuse({ name: strings.giveItItsScientificName });
    if (!kept && guide.taxon(id)) return refuse({ name: strings.theGuideHasAlreadyCorrect(guide.nameOf(id)) });
    setWrong({});
    void keep({ do: 'taxon', taxon: { ...taxonOf(whole, id, texts), scores } }, () => {
      setDraft(undefined);
      // once it is no longer half filled in
      setTimeout(() => go(`/guide/${id}`));
    }).then((says) => {
      const field = (['name', 'family'] as const).find((f) => says?.startsWith(`${f}: `));
      if (field && says) refuse({ [field]: says.slice(field.length + 2).split(';')[0] });
    });
  };
  return (
    <Page ref={form}>
      <p>
        <Link href="/guide/mine">{strings.myGuide2}</Link>
      </p>
      <h1>{kept ? texts.name : strings.aTaxonOfMyOwn}</h1>
      {draft && (
        <Row>
          <span role="status">{strings.whatIsWrittenHereIs}</span>
          <Quiet onPress={() => setDraft(undefined)}>{strings.throwItAway}</Quiet>
        </Row>
      )}
      <Group aria-label={strings.nameAndWorth}>
        <Text label={strings.scientificName} value={texts.name} onChange={(name) => set({ name })} wrong={wrong.name} />
        <Text
          label={strings.family}
          value={texts.family}
          onChange={(family) => set({ family })}
          wrong={wrong.family}
          hint={strings.groupsThatOnlySomebodyTaught}
        />
        <Text label={strings.plainNamesWithCommasBetween} value={texts.common} onChange={(common) => set({ common })} />
        <Text
          label={strings.olderNamesWithCommasBetween}
          value={texts.synonyms}
          onChange={(synonyms) => set({ synonyms })}
        />
        <Pick
          label={strings.kind}
          value={texts.kingdom}
          onChange={(kingdom) => set({ kingdom: kingdom as Kingdom })}
          options={[
            { id: 'fungi', name: strings.aMushroom },
            { id: 'plantae', name: strings.aPlant },
          ]}
        />
        <Pick
          label={strings.ifEatenByMistake}
          value={texts.harm}
          onChange={(harm) => set({ harm: harm as Harm })}
          options={harms}
        />
        <Pick
          label={strings.gathered}
          value={texts.use}
          onChange={(use) => set({ use: use as Use })}
          options={[
            { id: 'none', name: strings.notGathered2 },
            ...Object.entries(useWords).map(([id, name]) => ({ id, name })),
          ]}
        />
      </Group>
      <Group aria-label={strings.whatItShows}>
        <h2>{strings.whatItShows}</h2>
        <p>{strings.whateverItCanShowBelongs}</p>
        {!kept && Object.keys(scores).length === 0 && (
          <Pick
            label={strings.beginWithOneThatIs}
            value=""
            onChange={copy}
            options={[
              { id: '', name: strings.chooseOne },
              ...guide.taxa
                .filter((t) => t.kingdom === texts.kingdom)
                .map((t) => ({ id: t.id, name: `${t.display_name} (${t.name})` })),
            ]}
          />
        )}
        <Pick
          label={strings.featureToSayOrChange}
          value={edited}
          onChange={setEdited}
          options={[
            { id: '', name: strings.chooseOne },
            ...features.map((x) => ({ id: x.id, name: `${organWords[x.organ]}: ${x.name}` })),
          ]}
        />
        {character && (
          <ScoreEditor
            key={edited}
            character={character}
            score={scores[edited]}
            onKeep={(score) => {
              setScores({ ...scores, [edited]: score });
              setEdited('');
            }}
            onClose={() => setEdited('')}
          />
        )}
        <Scored aria-label={strings.featuresSaid}>
          {features
            .filter((x) => scores[x.id] !== undefined)
            .map((x) => (
              <li key={x.id}>
                <strong>{x.name}</strong>
                <p>{scoreWords(scores[x.id] ?? { states: [], counts: [] }, x)}</p>
                <Row>
                  <Button aria-label={strings.change(x.name)} onPress={() => setEdited(x.id)}>
                    {strings.change2}
                  </Button>
                  <Quiet
                    aria-label={strings.takeOut(x.name)}
                    onPress={() => setScores(Object.fromEntries(Object.entries(scores).filter(([k]) => k !== x.id)))}
                  >
                    {strings.takeOut2}
                  </Quiet>
                </Row>
              </li>
            ))}
        </Scored>
      </Group>
      <Group aria-label={strings.texts}>
        {fields.map(({ key, label }) => (
          <Text key={key} label={label} value={texts[key]} onChange={(v) => set({ [key]: v })} long />
        ))}
      </Group>
      <Row>
        <Primary isDisabled={isPending} onPress={send}>
          {strings.keepItInMyGuide}
        </Primary>
        <Link href="/guide/mine">{strings.backToMyGuide}</Link>
      </Row>
      {dialog}
    </Page>
  );
}
