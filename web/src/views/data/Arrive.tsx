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
import { strings } from './strings';

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
  same: strings.hereAlready,
  changed: 'changes',
  refused: 'refused',
  stays: strings.notTakenOver,
};

/** What comes in, in words. */
const kindWords: Record<string, string> = {
  record: strings.record,
  almanac: strings.almanac,
  walk: strings.walk,
  picking: strings.basket,
  print: strings.sporePrint,
  photo: strings.photographWhatItIsOf,
  photograph: strings.aPhotographsFile,
  batch: strings.batch,
  household: strings.whoEatsHere,
  task: strings.task,
  formula: strings.mixture,
  place: strings.place,
  settings: strings.settings,
  guide: strings.yourOwnGuide,
  line: strings.aLine,
};

const formatWords: Record<Plan['format'], string> = {
  jsonl: 'everything',
  geojson: strings.geojson,
  gpx: 'GPX',
  csv: strings.aTable,
  dwca: strings.aDarwinCoreArchive,
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
      <h2>{strings.readAFileIn}</h2>
      <p>{strings.jsonLinesOfThisProgram}</p>
      {says && <p role="alert">{says}</p>}
      {sending !== undefined && <Going says={strings.theFileIsBeingSent} share={sending} />}
      {sending === undefined && (!incoming || taken || incoming.state === 'failed') && (
        <Row>
          <FileTrigger acceptedFileTypes={['.jsonl', '.geojson', '.json', '.gpx', '.csv', '.zip']} onSelect={chosen}>
            <Button>{strings.chooseAFile}</Button>
          </FileTrigger>
        </Row>
      )}
      {incoming?.state === 'reading' && <Going says={strings.isBeingRead(incoming.name)} share={incoming.done} />}
      {incoming?.state === 'taking' && <Going says={strings.isBeingTakenIn(incoming.name)} share={incoming.done} />}
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
            ? strings.everythingInWasHereAlready(incoming.name)
            : strings.takenInNewChanged(incoming.brought.new, incoming.brought.changed)}
        </p>
      )}
      {imports && imports.length > 0 && (
        <>
          <h3>{strings.takenInBefore}</h3>
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
                      b.undone ? strings.takenBack(moment(b.undone)) : '',
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </small>
                </div>
                {!b.undone && (
                  <Button isDisabled={isPending} onPress={() => mutate({ do: 'undo', id: b.id })}>
                    {strings.takeItBack}
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
    <section aria-label={strings.whatItWouldComeTo}>
      <h3>
        {name}: {formatWords[p.format]}
      </h3>
      {p.broken ? (
        <p role="alert">{strings.nothingOfItCanBe(p.broken)}</p>
      ) : (
        <p>
          <strong>{strings.newChangedHereAlreadyRefused(p.new, p.changed, p.same, p.refused)}</strong>
          {strings.nothingWasTakenYet}
        </p>
      )}
      {p.asks.length > 0 && (
        <>
          <p role="alert">{strings.yourOwnGuideComesWith}</p>
          <ul>
            {p.asks.map((a) => (
              <li key={a.says}>{a.says}</li>
            ))}
          </ul>
          <Tick isSelected={withGuide} onChange={setWithGuide}>
            {strings.iHaveReadThatAnd}
          </Tick>
        </>
      )}
      {p.refused > 0 && !p.broken && (
        <Tick isSelected={leaveOut} onChange={setLeaveOut}>
          {strings.leaveOutTheThatAre(p.refused)}
        </Tick>
      )}
      <Row style={{ margin: '8px 0 14px' }}>
        {!p.broken && (
          <Primary
            isDisabled={busy || nothing || (p.refused > 0 && !leaveOut) || (p.asks.length > 0 && !withGuide)}
            onPress={() => onTake({ leaveOut, guide: withGuide })}
          >
            {nothing ? strings.nothingToTakeIn : strings.takeItIn}
          </Primary>
        )}
        <Quiet onPress={onLeave}>{strings.leaveIt}</Quiet>
      </Row>
      {rows.length > 0 && (
        <Table>
          <thead>
            <tr>
              <th>{strings.what}</th>
              <th>{strings.comesTo}</th>
              <th>{strings.line}</th>
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
      {p.items.length > rows.length && <Quiet onPress={() => setAll(true)}>{strings.show(p.items.length)}</Quiet>}
    </section>
  );
}
