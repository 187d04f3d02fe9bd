import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import type { Schema } from '../../api/client';
import { useBackups, useChangeBackup, useSend } from '../../api/useData';
import { useKeepSettings } from '../../api/useKeepSettings';
import { useSettings } from '../../api/useSettings';
import { Button, Primary, Quiet, Row } from '../../components/Buttons';
import { moment } from '../../components/moments';
import { Pick } from '../../components/Pick';
import { Files, Going, Rows, size } from './parts';

const day = 86_400_000;

/** How long ago something was, by the program's clock. */
function ago(at: string, now: string): string {
  const days = Math.floor((Date.parse(now) - Date.parse(at)) / day);
  return days <= 0 ? 'today' : days === 1 ? 'a day ago' : `${days} days ago`;
}

const every = ['0', '1', '3', '7', '14', '30'].map((id) => ({
  id,
  name: id === '0' ? 'Never by itself' : id === '1' ? 'Every day' : `Every ${id} days`,
}));

const keeps = ['1', '2', '4', '8', '12', '26'].map((id) => ({
  id,
  name: id === '1' ? 'The latest alone' : `The latest ${id}`,
}));

/** One of the choices, or what was set elsewhere and is none of them. */
const among = (list: { id: string; name: string }[], id: string, name: string) =>
  list.some((o) => o.id === id) ? list : [...list, { id, name }];

/** Backups: how old the latest is, how often they are made, and how one is put in the place of everything. */
export function Backups() {
  const queries = useQueryClient();
  const { data: b, error } = useBackups();
  const { data: settings } = useSettings();
  const keep = useKeepSettings();
  const { mutate, isPending, variables, error: failed } = useChangeBackup();
  const [asking, setAsking] = useState<{ do: 'restore' | 'remove'; name: string }>();
  const { sending, wrong, chosen } = useSend<Schema['BackupFile']>(
    () => '/api/v1/backups/brought',
    () => queries.invalidateQueries({ queryKey: ['backups'] }),
  );
  const says = wrong || failed?.message || keep.error?.message || error?.message || b?.trouble;
  const set = (change: Partial<NonNullable<typeof settings>>) =>
    settings &&
    keep.mutate({ ...settings, ...change }, { onSuccess: () => queries.invalidateQueries({ queryKey: ['backups'] }) });
  const moving = isPending && variables?.do === 'restore';
  return (
    <>
      <h2>Backups</h2>
      {says && <p role="alert">{says}</p>}
      {b && (
        <p>
          <strong>{b.latest ? `The latest was made ${ago(b.latest, b.now)}.` : 'None was made yet.'}</strong>{' '}
          {b.due && b.latest && `The next is due ${moment(b.due)}. `}
          They lie on this machine, photographs in them: keep one elsewhere too, in case the machine is lost.
        </p>
      )}
      <Row>
        <Primary isDisabled={isPending || Boolean(b?.making)} onPress={() => mutate({ do: 'make' })}>
          {b?.making || (isPending && variables?.do === 'make') ? 'It is being made …' : 'Back up now'}
        </Primary>
        <FileTrigger acceptedFileTypes={['.db']} onSelect={chosen}>
          <Quiet isDisabled={sending !== undefined}>Bring a backup from a file</Quiet>
        </FileTrigger>
        <Files as="span">
          <a href="/api/v1/copy" download>
            A copy as a file, not kept here
          </a>
        </Files>
      </Row>
      {sending !== undefined && <Going says="The backup is being sent." share={sending} />}
      {settings && (
        <Row>
          <Pick
            label="A backup is made"
            value={String(settings.backup_days ?? 0)}
            onChange={(v) => set({ backup_days: Number(v) })}
            options={among(every, String(settings.backup_days ?? 0), `Every ${settings.backup_days} days`)}
          />
          <Pick
            label="Kept of them"
            value={String(settings.backup_keep || 1)}
            onChange={(v) => set({ backup_keep: Number(v) })}
            options={among(keeps, String(settings.backup_keep || 1), `The latest ${settings.backup_keep}`)}
          />
        </Row>
      )}
      {moving && (
        <p role="status">The backup is being put in the place of everything. What is there now is kept aside.</p>
      )}
      {b?.restored && !moving && (
        <p role="status">
          {b.restored.trouble
            ? `The backup was not put in its place: ${b.restored.trouble}`
            : `${b.restored.name} is in its place since ${moment(b.restored.at)}. What was there before is kept as ${b.restored.aside}.`}
        </p>
      )}
      {b && b.files.length > 0 && (
        <Rows aria-label="The backups">
          {b.files.map((f) => (
            <li key={f.name}>
              <div>
                {moment(f.at)}
                <small>
                  {[
                    f.own ? 'made here' : f.name.startsWith('before-') ? 'what was there before another' : 'brought in',
                    size(f.bytes),
                  ].join(' · ')}
                </small>
              </div>
              {asking?.name === f.name ? (
                <>
                  <span>
                    {asking.do === 'restore'
                      ? 'Everything becomes as it was then; what is there now is kept aside.'
                      : 'It is gone then, for good.'}
                  </span>
                  <Button
                    isDisabled={isPending}
                    onPress={() => {
                      setAsking(undefined);
                      mutate(asking);
                    }}
                  >
                    {asking.do === 'restore' ? 'Put it in the place of everything' : 'Remove it'}
                  </Button>
                  <Quiet onPress={() => setAsking(undefined)}>No</Quiet>
                </>
              ) : (
                <>
                  <Files as="span">
                    <a href={`/api/v1/backups/${f.name}/file`} download>
                      Save it elsewhere
                    </a>
                  </Files>
                  <Quiet isDisabled={isPending} onPress={() => setAsking({ do: 'restore', name: f.name })}>
                    Go back to it
                  </Quiet>
                  <Quiet isDisabled={isPending} onPress={() => setAsking({ do: 'remove', name: f.name })}>
                    Remove
                  </Quiet>
                </>
              )}
            </li>
          ))}
        </Rows>
      )}
    </>
  );
}
