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
import { useUnits } from '../../components/useUnits';
import { c } from '../../theme/tokens';
import { Reckoner } from './Reckoner';

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
      <h1>Formulas</h1>
      <p>
        What you mix is recorded here and worked out. None of it is advised: what the guide knows of limits is held
        against it, and its cautions stand with it.
      </p>
      {draft ? (
        <Form key={draft.id} draft={draft} onDone={() => setDraft(undefined)} />
      ) : (
        <Row data-screen-only>
          <Primary
            onPress={() =>
              setDraft({
                id: newId(),
                formula: { name: '', volume_ml: 100, parts: [{ name: 'Spirit', percent: 100 }] },
              })
            }
          >
            Record a mixture
          </Primary>
          <Link href="/kitchen">To the kitchen</Link>
        </Row>
      )}
      {data.length === 0 && !draft && <p>None is recorded yet.</p>}
      {data.map((f) => (
        <One key={f.id} formula={f} onChange={() => setDraft({ id: f.id, formula: f.is })} />
      ))}
      <Folded open={false} heading={<h2>Diluting, pouring, drops</h2>}>
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
            <th>Part</th>
            <th>Per cent</th>
            <th>Millilitres</th>
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
            <td>In all</td>
            <td>100</td>
            <td>{of.volume_ml}</td>
            {ounces && <td>{volume.shown(of.volume_ml)}</td>}
          </tr>
        </tbody>
      </table>
      {m.drops_ml > 0 && (
        <p>
          {of.drops} drops are {m.drops_ml} ml
          {of.per_ml ? ', by your own dropper.' : ', by the 20 drops of water of a standard dropper.'}
        </p>
      )}
      {m.over.map((o) => (
        <p key={o} className="over" role="alert">
          {o}
        </p>
      ))}
      <ul aria-label="Cautions">
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
  const name = f.is.name || 'A mixture without a name';
  return (
    <Card aria-label={name}>
      <h2>{name}</h2>
      {f.trouble && <p role="alert">{f.trouble}</p>}
      {f.mixed && <Sheet mixed={f.mixed} of={f.is} />}
      <Row data-screen-only>
        <Button onPress={onChange}>Change</Button>
        <Button isDisabled={!f.can_undo || isPending} onPress={() => mutate({ id: f.id, change: { do: 'undo' } })}>
          Undo
        </Button>
        <Button isDisabled={!f.can_redo || isPending} onPress={() => mutate({ id: f.id, change: { do: 'redo' } })}>
          Redo
        </Button>
        <Button
          isDisabled={task.isPending}
          onPress={() =>
            task.mutate(
              {
                id: newId(),
                change: {
                  do: 'await',
                  what: `Strain: ${name}`,
                  why: 'It steeps in the dark; shake it now and then.',
                  formula: f.id,
                },
              },
              {
                onSuccess: () => tell({ text: 'When it has steeped it stands among what waits, and in the calendar.' }),
              },
            )
          }
        >
          It steeps from now
        </Button>
        <Quiet
          isDisabled={isPending}
          onPress={() =>
            mutate(
              { id: f.id, change: { do: 'delete' } },
              {
                onSuccess: () =>
                  tell({
                    text: 'The mixture was deleted.',
                    action: { name: 'Bring it back', do: () => mutate({ id: f.id, change: { do: 'restore' } }) },
                  }),
              },
            )
          }
        >
          Delete
        </Quiet>
        <Link href={`/labels?formula=${f.id}`}>Its label</Link>
        <Quiet onPress={() => print()}>Print</Quiet>
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
  const called = (p: Share) => (p.taxon ? (guide?.nameOf(p.taxon) ?? p.taxon) : p.name || 'a part');
  return (
    <form
      aria-label="A mixture"
      style={{ display: 'grid', gap: 12 }}
      onSubmit={(e) => {
        e.preventDefault();
        mixed.mutate(f);
      }}
    >
      <Row style={{ alignItems: 'end' }}>
        <Text label="Its name" value={f.name ?? ''} onChange={(name) => set({ name })} />
        <Quantity
          label={`Finished volume, ${volume.unit}`}
          value={volume.shown(f.volume_ml)}
          onChange={(v) => set({ volume_ml: volume.kept(v ?? 0) })}
        />
        <Quantity label="Drops at a time" whole value={f.drops || undefined} onChange={(v) => set({ drops: v ?? 0 })} />
      </Row>
      {f.parts.map((p, i) => (
        <Row key={i} style={{ alignItems: 'end' }}>
          {p.taxon ? (
            <strong>{called(p)}</strong>
          ) : (
            <Text label={`Part ${i + 1}`} value={p.name ?? ''} onChange={(name) => share(i, { name })} />
          )}
          <Quantity
            label={`Per cent of ${called(p)}`}
            value={p.percent || undefined}
            onChange={(v) => share(i, { percent: v ?? 0 })}
          />
          <Quiet onPress={() => set({ parts: f.parts.filter((_, n) => n !== i) })}>Remove {called(p)}</Quiet>
        </Row>
      ))}
      <TaxonPicker
        label="A part from the guide"
        onPick={({ id }) =>
          !f.parts.some((p) => p.taxon === id) && set({ parts: [{ taxon: id, percent: 10 }, ...f.parts] })
        }
      />
      <Row>
        <Quiet onPress={() => set({ parts: [...f.parts, { name: 'Water', percent: 10 }] })}>Another part</Quiet>
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
            Record it
          </Primary>
        ) : (
          <Primary type="submit" isDisabled={mixed.isPending}>
            Work it out
          </Primary>
        )}
        <Quiet onPress={onDone}>Not now</Quiet>
      </Row>
    </form>
  );
}
