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
  { id: 'unknown', name: 'Not known: ruled as gravely as what needs a hospital' },
  { id: 'none', name: 'No harm known' },
  { id: 'upset', name: 'Makes ill' },
  { id: 'serious', name: 'Hospital' },
  { id: 'deadly', name: 'Deadly' },
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
          Your guide has no such taxon. <Link href="/guide/mine">My guide</Link>
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
    if (!id) return refuse({ name: 'Give it its scientific name.' });
    if (!kept && guide.taxon(id))
      return refuse({ name: `The guide has ${guide.nameOf(id)} already. Correct that one instead.` });
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
        <Link href="/guide/mine">My guide</Link>
      </p>
      <h1>{kept ? texts.name : 'A taxon of my own'}</h1>
      {draft && (
        <Row>
          <span role="status">What is written here is a draft, not kept yet.</span>
          <Quiet onPress={() => setDraft(undefined)}>Throw it away</Quiet>
        </Row>
      )}
      <Group aria-label="Name and worth">
        <Text label="Scientific name" value={texts.name} onChange={(name) => set({ name })} wrong={wrong.name} />
        <Text
          label="Family"
          value={texts.family}
          onChange={(family) => set({ family })}
          wrong={wrong.family}
          hint="Groups that only somebody taught may clear go by it."
        />
        <Text label="Plain names, with commas between" value={texts.common} onChange={(common) => set({ common })} />
        <Text
          label="Older names, with commas between"
          value={texts.synonyms}
          onChange={(synonyms) => set({ synonyms })}
        />
        <Pick
          label="Kind"
          value={texts.kingdom}
          onChange={(kingdom) => set({ kingdom: kingdom as Kingdom })}
          options={[
            { id: 'fungi', name: 'A mushroom' },
            { id: 'plantae', name: 'A plant' },
          ]}
        />
        <Pick
          label="If eaten by mistake"
          value={texts.harm}
          onChange={(harm) => set({ harm: harm as Harm })}
          options={harms}
        />
        <Pick
          label="Gathered"
          value={texts.use}
          onChange={(use) => set({ use: use as Use })}
          options={[
            { id: 'none', name: 'not gathered' },
            ...Object.entries(useWords).map(([id, name]) => ({ id, name })),
          ]}
        />
      </Group>
      <Group aria-label="What it shows">
        <h2>What it shows</h2>
        <p>
          Whatever it can show belongs in it, at any age and however seldom: what is left out speaks against it. With
          fewer than fifteen features it is told from others by chance.
        </p>
        {!kept && Object.keys(scores).length === 0 && (
          <Pick
            label="Begin with one that is built alike, then change what differs"
            value=""
            onChange={copy}
            options={[
              { id: '', name: 'Choose one' },
              ...guide.taxa
                .filter((t) => t.kingdom === texts.kingdom)
                .map((t) => ({ id: t.id, name: `${t.display_name} (${t.name})` })),
            ]}
          />
        )}
        <Pick
          label="Feature to say or change"
          value={edited}
          onChange={setEdited}
          options={[
            { id: '', name: 'Choose one' },
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
        <Scored aria-label="Features said">
          {features
            .filter((x) => scores[x.id] !== undefined)
            .map((x) => (
              <li key={x.id}>
                <strong>{x.name}</strong>
                <p>{scoreWords(scores[x.id] ?? { states: [], counts: [] }, x)}</p>
                <Row>
                  <Button aria-label={`Change ${x.name}`} onPress={() => setEdited(x.id)}>
                    Change
                  </Button>
                  <Quiet
                    aria-label={`Take out ${x.name}`}
                    onPress={() => setScores(Object.fromEntries(Object.entries(scores).filter(([k]) => k !== x.id)))}
                  >
                    Take out
                  </Quiet>
                </Row>
              </li>
            ))}
        </Scored>
      </Group>
      <Group aria-label="Texts">
        {fields.map(({ key, label }) => (
          <Text key={key} label={label} value={texts[key]} onChange={(v) => set({ [key]: v })} long />
        ))}
      </Group>
      <Row>
        <Primary isDisabled={isPending} onPress={send}>
          Keep it in my guide
        </Primary>
        <Link href="/guide/mine">Back to my guide</Link>
      </Row>
      {dialog}
    </Page>
  );
}
