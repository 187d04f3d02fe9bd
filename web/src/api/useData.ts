import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answered, api, type Schema } from './client';

/** How often, in ms, work that goes on is asked after. */
const soon = 300;

/** How much is kept. */
export const useKept = () =>
  useQuery({ queryKey: ['kept'], queryFn: ({ signal }) => answered(api.GET('/api/v1/kept', { signal })) });

/** What was taken in, the latest first. */
export const useImports = () =>
  useQuery({ queryKey: ['imports'], queryFn: ({ signal }) => answered(api.GET('/api/v1/imports', { signal })) });

/** The backups; asked for again while one is being made. */
export const useBackups = () =>
  useQuery({
    queryKey: ['backups'],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/backups', { signal })),
    refetchInterval: ({ state }) => (state.data?.making ? soon : false),
    refetchOnMount: 'always',
  });

/** A file that was sent in; asked after while something is done with it. */
export const useIncoming = (id: string | undefined) =>
  useQuery({
    queryKey: ['incoming', id],
    queryFn: ({ signal }) => answered(api.GET('/api/v1/incoming/{id}', { params: { path: { id: id ?? '' } }, signal })),
    enabled: id !== undefined,
    refetchInterval: ({ state }) => (state.data?.state === 'reading' || state.data?.state === 'taking' ? soon : false),
    retry: false,
  });

/** What can be done with files that came in, and with imports. */
export type Import =
  | { do: 'take'; id: string; leaveOut: boolean; guide: boolean }
  | { do: 'drop'; id: string }
  | { do: 'undo'; id: string };

/** Takes a file in, lets go of one, or takes an import back. */
export function useImport() {
  const queries = useQueryClient();
  return useMutation<unknown, Error, Import>({
    mutationFn: (i) => {
      const params = { path: { id: i.id } };
      if (i.do === 'take')
        return answered(
          api.POST('/api/v1/incoming/{id}/take', { params, body: { leave_out: i.leaveOut, guide: i.guide } }),
        );
      if (i.do === 'drop') return answered(api.POST('/api/v1/incoming/{id}/drop', { params }));
      return answered(api.POST('/api/v1/imports/{id}/undo', { params }));
    },
    onSuccess: (_, i) =>
      i.do === 'take' ? queries.invalidateQueries({ queryKey: ['incoming', i.id] }) : queries.invalidateQueries(),
  });
}

/** What can be done with backups. */
export type BackupChange = { do: 'make' } | { do: 'remove'; name: string } | { do: 'restore'; name: string };

/** Makes a backup, takes one away, or puts one in the place of everything; what is kept is asked for anew then. */
export function useChangeBackup() {
  const queries = useQueryClient();
  return useMutation<unknown, Error, BackupChange>({
    mutationFn: async (b) => {
      if (b.do === 'make') return answered(api.POST('/api/v1/backups'));
      const params = { path: { name: b.name } };
      if (b.do === 'remove') return answered(api.POST('/api/v1/backups/{name}/remove', { params }));
      const before = await answered(api.GET('/api/v1/backups'));
      await answered(api.POST('/api/v1/backups/{name}/restore', { params }));
      return restored(before.restored?.at);
    },
    onSuccess: (_, b) =>
      b.do === 'restore' ? queries.resetQueries() : queries.invalidateQueries({ queryKey: ['backups'] }),
  });
}

/** How often it is asked whether a backup was put in its place: for some minutes. */
const patience = 600;

/** Waits until a backup was put in the place of everything; meanwhile nobody is answered. */
async function restored(before: string | undefined) {
  for (let n = 0; n < patience; n++) {
    await new Promise((done) => setTimeout(done, soon));
    const now = await fetch('/api/v1/backups').catch(() => undefined);
    if (!now?.ok) continue;
    const { restored: is } = (await now.json()) as Schema['BackupState'];
    if (!is || is.at === before) continue;
    if (is.trouble) throw new Error(is.trouble);
    return is;
  }
  throw new Error('The program does not answer any more; look at it.');
}

/** Sends a file of any size, and tells how much of it went. */
function send<T>(address: string, file: File, went: (share: number) => void): Promise<T> {
  return new Promise((done, failed) => {
    const request = new XMLHttpRequest(); // fetch does not tell how much went
    request.open('POST', address);
    request.setRequestHeader('Content-Type', 'application/octet-stream');
    request.upload.onprogress = (e) => went(e.total ? e.loaded / e.total : 0);
    request.onerror = () => failed(new Error('The file did not arrive. Is the program still running?'));
    request.onload = () => {
      try {
        const says = JSON.parse(request.responseText);
        if (request.status < 300) done(says as T);
        else failed(new Error(says.detail ?? `The server answered ${request.status}.`));
      } catch {
        failed(new Error(`The server answered ${request.status}.`));
      }
    };
    request.send(file);
  });
}

/** Sends the first of the files that were chosen; tells how much of it went, and why it did not arrive. */
export function useSend<T>(address: (file: File) => string, arrived: (answer: T) => void) {
  const [sending, setSending] = useState<number>();
  const [wrong, setWrong] = useState('');
  const chosen = async (files: FileList | null) => {
    const file = files?.[0];
    if (!file) return;
    setWrong('');
    setSending(0);
    try {
      arrived(await send<T>(address(file), file, setSending));
    } catch (e) {
      setWrong((e as Error).message);
    }
    setSending(undefined);
  };
  return { sending, wrong, chosen };
}
