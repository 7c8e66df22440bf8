// The log of shots, what photographs tell, and the next setting.
import { hashKey, queryOptions, useMutation, useQueryClient } from '@tanstack/react-query';
import { add, pump } from '../journal/journal';
import { changesBetween } from '../journal/merge';
import { answer, api, type Schemas, type Shoot } from './client';

export type Shot = Schemas['ShotAnswer'];
type Whole<T> = T extends (infer U)[] ? Whole<U>[] : T extends object ? { [K in keyof T]-?: Whole<T[K]> } : T;
export type ShotValues = Whole<Schemas['ShotValues']>;
/** What is to be changed of a shot's values, from what they are when it is written. */
export type ShotChange = (values: ShotValues) => Partial<ShotValues>;
export type Area = Whole<Schemas['Area']>;

/** The newer of two answers. */
export const newer = (a: Shot, b: Shot | undefined): Shot =>
  b && (b.version > a.version || (b.version === a.version && b.photographs.length > a.photographs.length))
    ? b
    : a;

export const shotsQuery = (shoot: string) =>
  queryOptions({
    queryKey: ['shots', shoot],
    queryFn: async ({ client, queryKey }) => {
      const got = await answer(
        api.GET('/api/shoots/{shoot_id}/shots', { params: { path: { shoot_id: shoot } } }),
      );
      // an answer that was on its way while something was written is older than what is known
      const known = new Map(client.getQueryData<Shot[]>(queryKey)?.map((s) => [s.id, s]));
      return got.map((shot) => newer(shot, known.get(shot.id)));
    },
  });

export const searchQuery = (words: string) =>
  queryOptions({
    queryKey: ['shots', 'search', words],
    queryFn: () => answer(api.GET('/api/shots', { params: { query: { words } } })),
    enabled: words.trim().length > 1,
  });

export const predictedQuery = (document: Shoot, meters: string[]) =>
  queryOptions({
    queryKey: ['predicted', document.brief, document.design, document.second, document.meters, meters],
    queryFn: () => answer(api.POST('/api/predicted', { body: { document, meters } })),
    placeholderData: (previous) => previous,
    retry: false,
  });

export type Line = Whole<Schemas['Line']>;

/** What is asked of a photograph; `against` is another one that it is held against, `curve` has the camera's own curve found from both. */
export type Asked = { areas: Area[]; lines: Line[]; against: string | null; curve: boolean };

export const measuresQuery = (photograph: string, asked: Asked) =>
  queryOptions({
    queryKey: ['measures', photograph, asked],
    queryFn: () =>
      answer(
        api.POST('/api/shots/photographs/{photograph_id}/measures', {
          params: { path: { photograph_id: photograph } },
          body: asked,
        }),
      ),
    enabled: photograph !== '' && asked.areas.length + asked.lines.length + (asked.against ? 1 : 0) > 0,
    placeholderData: (previous) => previous,
    retry: false,
  });

export type Failure = Whole<Schemas['Failure']>;

/** What holds the set up, by the names that Rig gives. */
export const rigNamesQuery = (document: Shoot) =>
  queryOptions({
    queryKey: ['rig names', document.design, document.brief, document.rig],
    queryFn: async () => {
      const rig = await answer(api.POST('/api/rig', { body: { document } }));
      return [...new Set(rig.holdings.flatMap((h) => (h.support ? [h.support.name] : [])))];
    },
  });

/** The shoot as it stood at a shot. */
export const asItStood = (shot: string) =>
  answer(api.GET('/api/shots/{shot_id}/document', { params: { path: { shot_id: shot } } })) as Promise<Shoot>;

/** The set as it stood at a shot; it does not change any more. */
export const stoodQuery = (shot: string) =>
  queryOptions({
    queryKey: ['stood', shot],
    queryFn: () => asItStood(shot),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });

/** Whether two documents predict the same: looks, notes and the rig do not count. */
export const predictAlike = (a: Shoot, b: Shoot): boolean => {
  const what = (d: Shoot) => hashKey([d.brief, d.design, d.second, d.meters]);
  return what(a) === what(b);
};

/** What the server itself does to the log; each answer takes its place in the list at once. */
export function useLog(shoot: string) {
  const client = useQueryClient();
  const key = shotsQuery(shoot).queryKey;
  const put = (shot: Shot) =>
    client.setQueryData(key, (all) => {
      const rest = (all ?? []).filter((s) => s.id !== shot.id);
      return [...rest, shot].sort((a, b) => a.number - b.number);
    });
  const again = () => client.invalidateQueries({ queryKey: ['shots'] });
  return {
    remove: useMutation({
      mutationFn: (shot: Shot) =>
        answer(
          api.DELETE('/api/shots/{shot_id}', {
            params: { path: { shot_id: shot.id }, query: { version: shot.version } },
          }),
        ),
      onSuccess: again,
    }),
    frame: useMutation({
      scope: { id: 'shots' },
      mutationFn: async (asked: { shot: Shot; document: Shoot; auto: boolean }) => {
        await pump();
        return answer(
          api.POST('/api/shots/{shot_id}/frame', {
            params: { path: { shot_id: asked.shot.id } },
            body: { document: asked.document, auto: asked.auto },
          }),
        );
      },
      onSuccess: put,
    }),
    prediction: useMutation({
      scope: { id: 'shots' },
      mutationFn: async (asked: { shot: Shot; document: Shoot }) => {
        await pump();
        return answer(
          api.POST('/api/shots/{shot_id}/prediction', {
            params: { path: { shot_id: asked.shot.id } },
            body: { document: asked.document, auto: false },
          }),
        );
      },
      onSuccess: put,
    }),
  };
}

/** A new shot; it is in the list at once, and sent when the server can be reached. Its id. */
export const addShot = (shoot: string, values: ShotValues): string =>
  add({ kind: 'shot', of: shoot, values }).id;

/** Write to a shot as it is on screen. */
export function writeShot(shot: Shot, change: ShotChange): void {
  const values = shot.values as ShotValues;
  const changes = changesBetween(values, { ...values, ...change(values) });
  if (changes.length)
    add({
      kind: 'edit',
      what: 'shot',
      of: shot.id,
      base: shot.version,
      label: `Shot ${shot.number}`,
      changes,
    });
}

/** A photograph of a shot; it is kept here until the server has it. */
export function addPhotograph(shot: Shot, file: File, place: boolean): void {
  add({ kind: 'photograph', on: 'shot', of: shot.id, name: file.name, place }, { file });
}
