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
import { strings } from './strings';

const day = 86_400_000;

/** How long ago something was, by the program's clock. */
function ago(at: string, now: string): string {
  const days = Math.floor((Date.parse(now) - Date.parse(at)) / day);
  return days <= 0 ? 'today' : days === 1 ? strings.aDayAgo : strings.daysAgo(days);
}

const every = ['0', '1', '3', '7', '14', '30'].map((id) => ({
  id,
  name: id === '0' ? strings.neverByItself : id === '1' ? strings.everyDay : strings.everyDays(id),
}));

const keeps = ['1', '2', '4', '8', '12', '26'].map((id) => ({
  id,
  name: id === '1' ? strings.theLatestAlone : strings.theLatest(id),
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
      <h2>{strings.backups}</h2>
      {says && <p role="alert">{says}</p>}
      {b && (
        <p>
          <strong>{b.latest ? strings.theLatestWasMade(ago(b.latest, b.now)) : strings.noneWasMadeYet}</strong>{' '}
          {b.due && b.latest && strings.theNextIsDue(moment(b.due))}
          {strings.theyLieOnThisMachine}
        </p>
      )}
      <Row>
        <Primary isDisabled={isPending || Boolean(b?.making)} onPress={() => mutate({ do: 'make' })}>
          {b?.making || (isPending && variables?.do === 'make') ? strings.itIsBeingMade : strings.backUpNow}
        </Primary>
        <FileTrigger acceptedFileTypes={['.db']} onSelect={chosen}>
          <Quiet isDisabled={sending !== undefined}>{strings.bringABackupFromA}</Quiet>
        </FileTrigger>
        <Files as="span">
          <a href="/api/v1/copy" download>
            {strings.aCopyAsAFile}
          </a>
        </Files>
      </Row>
      {sending !== undefined && <Going says={strings.theBackupIsBeingSent} share={sending} />}
      {settings && (
        <Row>
          <Pick
            label={strings.aBackupIsMade}
            value={String(settings.backup_days ?? 0)}
            onChange={(v) => set({ backup_days: Number(v) })}
            options={among(every, String(settings.backup_days ?? 0), strings.everyDays(settings.backup_days ?? 0))}
          />
          <Pick
            label={strings.keptOfThem}
            value={String(settings.backup_keep || 1)}
            onChange={(v) => set({ backup_keep: Number(v) })}
            options={among(keeps, String(settings.backup_keep || 1), strings.theLatest(settings.backup_keep ?? 0))}
          />
        </Row>
      )}
      {moving && <p role="status">{strings.theBackupIsBeingPut}</p>}
      {b?.restored && !moving && (
        <p role="status">
          {b.restored.trouble
            ? strings.theBackupWasNotPut(b.restored.trouble)
            : strings.isInItsPlaceSince(b.restored.name, moment(b.restored.at), b.restored.aside)}
        </p>
      )}
      {b && b.files.length > 0 && (
        <Rows aria-label={strings.theBackups}>
          {b.files.map((f) => (
            <li key={f.name}>
              <div>
                {moment(f.at)}
                <small>
                  {[
                    f.own
                      ? strings.madeHere
                      : f.name.startsWith('before-')
                        ? strings.whatWasThereBeforeAnother
                        : strings.broughtIn,
                    size(f.bytes),
                  ].join(' · ')}
                </small>
              </div>
              {asking?.name === f.name ? (
                <>
                  <span>{asking.do === 'restore' ? strings.everythingBecomesAsItWas : strings.itIsGoneThenFor}</span>
                  <Button
                    isDisabled={isPending}
                    onPress={() => {
                      setAsking(undefined);
                      mutate(asking);
                    }}
                  >
                    {asking.do === 'restore' ? strings.putItInThePlace : strings.removeIt}
                  </Button>
                  <Quiet onPress={() => setAsking(undefined)}>{strings.no}</Quiet>
                </>
              ) : (
                <>
                  <Files as="span">
                    <a href={`/api/v1/backups/${f.name}/file`} download>
                      {strings.saveItElsewhere}
                    </a>
                  </Files>
                  <Quiet isDisabled={isPending} onPress={() => setAsking({ do: 'restore', name: f.name })}>
                    {strings.goBackToIt}
                  </Quiet>
                  <Quiet isDisabled={isPending} onPress={() => setAsking({ do: 'remove', name: f.name })}>
                    {strings.remove}
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
