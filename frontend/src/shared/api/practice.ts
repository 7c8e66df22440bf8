// Exercises on simulated sets.
import { queryOptions, useMutation } from '@tanstack/react-query';
import { answer, api, type Schemas } from './client';

export type Exercise = Schemas['ExerciseResult'];
export type ExerciseKind = Exercise['kind'];
export type Given = Schemas['AnswerRequest'];
export type Score = Schemas['ScoreResult'];

export const exerciseQuery = (kind: ExerciseKind, seed: number) =>
  queryOptions({
    queryKey: ['practice', kind, seed],
    queryFn: async (): Promise<Exercise> =>
      (await answer(
        api.GET('/api/practice/{kind}/{seed}', { params: { path: { kind, seed } } }),
      )) as Exercise,
    staleTime: Number.POSITIVE_INFINITY,
  });

export const useAnswer = (kind: ExerciseKind, seed: number) =>
  useMutation({
    mutationFn: (body: Given) =>
      answer(api.POST('/api/practice/{kind}/{seed}', { params: { path: { kind, seed } }, body })),
  });
