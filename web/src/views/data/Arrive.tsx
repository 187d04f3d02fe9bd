import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import type { Schema } from '../../api/client';
import { useImport, useImports, useIncoming, useSend } from '../../api/useData';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { moment } from '../../components/moments';
import { Tick } from '../../components/Tick';
import { c } from '../../theme/tokens';
import { Going, Rows } from './parts';

type Plan = Schema['ImportPlan'];
type Item = Schema['ImportItem'];

const Table = styled.table`
  border-collapse: collapse;
  width: 100%;
  max-width: 60rem;
  th, td { text-align: left; vertical-align: top; padding: 6px 14px 6px 0; border-bottom: 1.5px solid ${c('mist')}; white-space: nowrap; }
  td:first-child { white-space: normal; overflow-wrap: anywhere; width: 99%; }
  .refused { color: ${c('thorn')}; font-weight: 600; }
`;

const doesWords: Record<Item['does'], string> = {
  new: 'new',
  same: 'here already',
  changed: 'changes',
  refused: 'refused',
  stays: 'not taken over',
};

/** What comes in, in words. */
const kindWords: Record<string, string> = {
  record: 'Record',
  almanac: 'Almanac',
  walk: 'Walk',
  picking: 'Basket',
  print: 'Spore print',
  photo: 'Photograph, what it is of',
  photograph: "A photograph's file",
  batch: 'Batch',
  household: 'Who eats here',
  task: 'Task',
  formula: 'Mixture',
  place: 'Place',
  settings: 'Settings',
  guide: 'Your own guide',
  line: 'A line',
};

const formatWords: Record<Plan['format'], string> = {
  jsonl: 'everything',
  geojson: 'GeoJSON',
  gpx: 'GPX',
  csv: 'a table',
  dwca: 'a Darwin Core archive',
};

/** How many entries are shown at once. */
const shown = 50;

/** Files that come in: sent, shown, and only then taken, all of it or nothing; and what was taken can be taken back. */
export function Arrive() {
  const queries = useQueryClient();
  const [id, setId] = useState<string>();
  const { data: incoming, error } = useIncoming(id);
  const { data: imports } = useImports();
  const { mutate, isPending, error: refused } = useImport();
  const taken = incoming?.state === 'taken';
  useEffect(() => {
    if (taken) queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'incoming' });
  }, [taken, queries]);
  const { sending, wrong, chosen } = useSend<Schema['Incoming']>(
    (file) => `/api/v1/incoming?name=${encodeURIComponent(file.name)}`,
    (in_) => setId(in_.id),
  );
  const leave = () => {
    if (id) mutate({ do: 'drop', id });
    setId(undefined);
  };
  const says = wrong || error?.message || refused?.message || incoming?.trouble;
  return (
    <>
      <h2>Read a file in</h2>
      <p>
        JSON Lines of this program, GeoJSON, GPX, a table (CSV) or a Darwin Core archive. You see what it would come to
        before anything is taken.
      </p>
      {says && <p role="alert">{says}</p>}
      {sending !== undefined && <Going says="The file is being sent." share={sending} />}
      {sending === undefined && (!incoming || taken || incoming.state === 'failed') && (
        <Row>
          <FileTrigger acceptedFileTypes={['.jsonl', '.geojson', '.json', '.gpx', '.csv', '.zip']} onSelect={chosen}>
            <Button>Choose a file</Button>
          </FileTrigger>
        </Row>
      )}
      {incoming?.state === 'reading' && <Going says={`${incoming.name} is being read.`} share={incoming.done} />}
      {incoming?.state === 'taking' && <Going says={`${incoming.name} is being taken in.`} share={incoming.done} />}
      {incoming?.state === 'planned' && incoming.plan && (
        <Planned
          name={incoming.name}
          plan={incoming.plan}
          busy={isPending}
          onTake={(how) => id && mutate({ do: 'take', id, ...how })}
          onLeave={leave}
        />
      )}
      {taken && incoming.brought && (
        <p role="status">
          {incoming.brought.new + incoming.brought.changed === 0
            ? `Everything in ${incoming.name} was here already; nothing was changed.`
            : `Taken in: ${incoming.brought.new} new, ${incoming.brought.changed} changed.`}
        </p>
      )}
      {imports && imports.length > 0 && (
        <>
          <h3>Taken in before</h3>
          <Rows>
            {imports.map((b) => (
              <li key={b.id}>
                <div>
                  {b.name}
                  <small>
                    {[
                      formatWords[b.format],
                      moment(b.at),
                      `${b.new} new, ${b.changed} changed`,
                      b.undone ? `taken back ${moment(b.undone)}` : '',
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </small>
                </div>
                {!b.undone && (
                  <Button isDisabled={isPending} onPress={() => mutate({ do: 'undo', id: b.id })}>
                    Take it back
                  </Button>
                )}
              </li>
            ))}
          </Rows>
        </>
      )}
    </>
  );
}

/** What taking a file in would come to. */
function Planned({
  name,
  plan: p,
  busy,
  onTake,
  onLeave,
}: {
  name: string;
  plan: Plan;
  busy: boolean;
  onTake: (how: { leaveOut: boolean; guide: boolean }) => void;
  onLeave: () => void;
}) {
  const [leaveOut, setLeaveOut] = useState(false);
  const [withGuide, setWithGuide] = useState(false);
  const [all, setAll] = useState(false);
  const rows = all ? p.items : p.items.slice(0, shown);
  const nothing = p.new + p.changed === 0;
  return (
    <section aria-label="What it would come to">
      <h3>
        {name}: {formatWords[p.format]}
      </h3>
      {p.broken ? (
        <p role="alert">Nothing of it can be taken: {p.broken}.</p>
      ) : (
        <p>
          <strong>
            {p.new} new, {p.changed} changed, {p.same} here already, {p.refused} refused.
          </strong>{' '}
          Nothing was taken yet.
        </p>
      )}
      {p.asks.length > 0 && (
        <>
          <p role="alert">Your own guide comes with it, and makes this easier:</p>
          <ul>
            {p.asks.map((a) => (
              <li key={a.says}>{a.says}</li>
            ))}
          </ul>
          <Tick isSelected={withGuide} onChange={setWithGuide}>
            I have read that, and want my guide all the same
          </Tick>
        </>
      )}
      {p.refused > 0 && !p.broken && (
        <Tick isSelected={leaveOut} onChange={setLeaveOut}>
          Leave out the {p.refused} that are refused
        </Tick>
      )}
      <Row style={{ margin: '8px 0 14px' }}>
        {!p.broken && (
          <Primary
            isDisabled={busy || nothing || (p.refused > 0 && !leaveOut) || (p.asks.length > 0 && !withGuide)}
            onPress={() => onTake({ leaveOut, guide: withGuide })}
          >
            {nothing ? 'Nothing to take in' : 'Take it in'}
          </Primary>
        )}
        <Quiet onPress={onLeave}>Leave it</Quiet>
      </Row>
      {rows.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>What</th>
              <th>Comes to</th>
              <th>Line</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((i) => (
              <tr key={`${i.kind} ${i.id} ${i.line} ${i.reason}`}>
                <td>
                  {i.name
                    ? `${i.name} (${(kindWords[i.kind] ?? i.kind).toLowerCase()})`
                    : (kindWords[i.kind] ?? i.kind)}
                  {i.reason && <div>{i.reason}</div>}
                </td>
                <td className={i.does}>{doesWords[i.does]}</td>
                <td>{i.line || ''}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {p.items.length > rows.length && <Quiet onPress={() => setAll(true)}>Show {p.items.length}</Quiet>}
    </section>
  );
}
