import { useState } from 'react';
import styled from 'styled-components';
import { Link } from 'wouter';
import { newId, type Schema } from '../../api/client';
import { type Mixture, useChangeFormula, useFormulas, useMixed } from '../../api/useFormulas';
import { useGuide } from '../../api/useGuide';
import { useChangeTask } from '../../api/useTasks';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { Text } from '../../components/Fields';
import { Folded } from '../../components/Folded';
import { tell } from '../../components/Notice';
import { Page, Waiting } from '../../components/Page';
import { Quantity } from '../../components/Quantity';
import { TaxonPicker } from '../../components/TaxonPicker';
import { UndoRedo } from '../../components/UndoRedo';
import { useUnits } from '../../components/useUnits';
import { c } from '../../theme/tokens';
import { Reckoner } from './Reckoner';
import { strings } from './strings';

type Share = Schema['Share'];

const Card = styled.article`
  border-top: 1.5px solid ${c('mist')};
  padding: 14px 0;
  && h2 { font-size: 19px; margin: 0; }
  table { border-collapse: collapse; margin: 8px 0; font-variant-numeric: tabular-nums; }
  th, td { text-align: left; padding: 3px 18px 3px 0; border-bottom: 1.5px solid ${c('mist')}; }
  .over { color: ${c('thorn')}; font-weight: 600; }
  ul { list-style: disc; padding-left: 20px; margin: 8px 0 12px; }
`;

/** Mixtures that somebody records: worked out, held against the guide's limits, with their cautions. The program advises none. */
export default function Formulas() {
  const { data, error } = useFormulas();
  const [draft, setDraft] = useState<{ id: string; formula: Mixture }>();
  if (!data) return <Waiting error={error} />;
  return (
    <Page>
      <h1>{strings.formulas}</h1>
      <p>{strings.whatYouMixIsRecorded}</p>
      {draft ? (
        <Form key={draft.id} draft={draft} onDone={() => setDraft(undefined)} />
      ) : (
        <Row data-screen-only>
          <Primary
            onPress={() =>
              setDraft({
                id: newId(),
                formula: { name: '', volume_ml: 100, parts: [{ name: strings.spirit, percent: 100 }] },
              })
            }
          >
            {strings.recordAMixture}
          </Primary>
          <Link href="/kitchen">{strings.toTheKitchen}</Link>
        </Row>
      )}
      {data.length === 0 && !draft && <p>{strings.noneIsRecordedYet}</p>}
      {data.map((f) => (
        <One key={f.id} formula={f} onChange={() => setDraft({ id: f.id, formula: f.is })} />
      ))}
      <Folded open={false} heading={<h2>{strings.dilutingPouringDrops}</h2>}>
        {() => <Reckoner />}
      </Folded>
    </Page>
  );
}

/** What a mixture comes to. */
function Sheet({ mixed: m, of }: { mixed: Schema['Mixed']; of: Mixture }) {
  const { volume } = useUnits();
  const ounces = volume.unit !== 'ml';
  return (
    <>
      <table>
        <thead>
          <tr>
            <th>{strings.part}</th>
            <th>{strings.perCent}</th>
            <th>{strings.millilitres}</th>
            {ounces && <th>{volume.unit}</th>}
          </tr>
        </thead>
        <tbody>
          {m.parts.map((p) => (
            <tr key={p.called}>
              <td>{p.called}</td>
              <td>{p.percent}</td>
              <td>{p.ml}</td>
              {ounces && <td>{volume.shown(p.ml)}</td>}
            </tr>
          ))}
          <tr>
            <td>{strings.inAll}</td>
            <td>100</td>
            <td>{of.volume_ml}</td>
            {ounces && <td>{volume.shown(of.volume_ml)}</td>}
          </tr>
        </tbody>
      </table>
      {m.drops_ml > 0 && (
        <p>
          {strings.dropsAreMl(of.drops ?? 0, m.drops_ml, of.per_ml ? strings.byYourOwnDropper : strings.byThe20DropsOf)}
        </p>
      )}
      {m.over.map((o) => (
        <p key={o} className="over" role="alert">
          {o}
        </p>
      ))}
      <ul aria-label={strings.cautions}>
        {m.cautions.map((x) => (
          <li key={x}>{x}</li>
        ))}
      </ul>
    </>
  );
}

function One({ formula: f, onChange }: { formula: Schema['RecordedFormula']; onChange: () => void }) {
  const { mutate, isPending } = useChangeFormula();
  const task = useChangeTask();
  const name = f.is.name || strings.aMixtureWithoutAName;
  return (
    <Card aria-label={name}>
      <h2>{name}</h2>
      {f.trouble && <p role="alert">{f.trouble}</p>}
      {f.mixed && <Sheet mixed={f.mixed} of={f.is} />}
      <Row data-screen-only>
        <Button onPress={onChange}>{strings.change}</Button>
        <UndoRedo of={f} busy={isPending} onChange={(change) => mutate({ id: f.id, change })} />
        <Button
          isDisabled={task.isPending}
          onPress={() =>
            task.mutate(
              {
                id: newId(),
                change: {
                  do: 'await',
                  what: strings.strain(name),
                  why: strings.itSteepsInTheDark,
                  formula: f.id,
                },
              },
              {
                onSuccess: () => tell({ text: strings.whenItHasSteepedIt }),
              },
            )
          }
        >
          {strings.itSteepsFromNow}
        </Button>
        <Quiet
          isDisabled={isPending}
          onPress={() =>
            mutate(
              { id: f.id, change: { do: 'delete' } },
              {
                onSuccess: () =>
                  tell({
                    text: strings.theMixtureWasDeleted,
                    action: { name: strings.bringItBack, do: () => mutate({ id: f.id, change: { do: 'restore' } }) },
                  }),
              },
            )
          }
        >
          {strings.deleteWord}
        </Quiet>
        <Link href={`/labels?formula=${f.id}`}>{strings.itsLabel}</Link>
        <Quiet onPress={() => print()}>{strings.print}</Quiet>
      </Row>
    </Card>
  );
}

function Form({ draft, onDone }: { draft: { id: string; formula: Mixture }; onDone: () => void }) {
  const { guide } = useGuide();
  const { mutate, isPending } = useChangeFormula();
  const mixed = useMixed();
  const { volume } = useUnits();
  const [f, setF] = useState(draft.formula);
  const set = (part: Partial<Mixture>) => {
    mixed.reset();
    setF({ ...f, ...part });
  };
  const share = (at: number, part: Partial<Share>) =>
    set({ parts: f.parts.map((p, i) => (i === at ? { ...p, ...part } : p)) });
  const called = (p: Share) => (p.taxon ? (guide?.nameOf(p.taxon) ?? p.taxon) : p.name || strings.aPart);
  return (
    <form
      aria-label={strings.aMixture}
      style={{ display: 'grid', gap: 12 }}
      onSubmit={(e) => {
        e.preventDefault();
        mixed.mutate(f);
      }}
    >
      <Row>
        <Text label={strings.itsName} value={f.name ?? ''} onChange={(name) => set({ name })} />
        <Quantity
          label={strings.finishedVolume(volume.unit)}
          value={volume.shown(f.volume_ml)}
          onChange={(v) => set({ volume_ml: volume.kept(v ?? 0) })}
        />
        <Quantity
          label={strings.dropsAtATime}
          whole
          value={f.drops || undefined}
          onChange={(v) => set({ drops: v ?? 0 })}
        />
      </Row>
      {f.parts.map((p, i) => (
        <Row key={i}>
          {p.taxon ? (
            <strong>{called(p)}</strong>
          ) : (
            <Text label={strings.part2(i + 1)} value={p.name ?? ''} onChange={(name) => share(i, { name })} />
          )}
          <Quantity
            label={strings.perCentOf(called(p))}
            value={p.percent || undefined}
            onChange={(v) => share(i, { percent: v ?? 0 })}
          />
          <Quiet onPress={() => set({ parts: f.parts.filter((_, n) => n !== i) })}>{strings.remove(called(p))}</Quiet>
        </Row>
      ))}
      <TaxonPicker
        label={strings.aPartFromTheGuide}
        onPick={({ id }) =>
          !f.parts.some((p) => p.taxon === id) && set({ parts: [{ taxon: id, percent: 10 }, ...f.parts] })
        }
      />
      <Row>
        <Quiet onPress={() => set({ parts: [...f.parts, { name: strings.water, percent: 10 }] })}>
          {strings.anotherPart}
        </Quiet>
      </Row>
      {mixed.error && <p role="alert">{mixed.error.message}</p>}
      {mixed.data && (
        <Card>
          <Sheet mixed={mixed.data} of={f} />
        </Card>
      )}
      <Row>
        {mixed.data ? (
          <Primary
            isDisabled={isPending}
            onPress={() => mutate({ id: draft.id, change: { do: 'put', formula: f } }, { onSuccess: onDone })}
          >
            {strings.recordIt}
          </Primary>
        ) : (
          <Primary type="submit" isDisabled={mixed.isPending}>
            {strings.workItOut}
          </Primary>
        )}
        <Quiet onPress={onDone}>{strings.notNow}</Quiet>
      </Row>
    </form>
  );
}
