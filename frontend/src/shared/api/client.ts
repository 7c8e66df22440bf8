// The one door to the server. Types come from the server's own description (./wenlo api).
import createClient from 'openapi-fetch';
import type { components, paths } from '../../../generated/schema';

export type Schemas = components['schemas'];
/** The server always sends every field; its description calls those with defaults optional. */
type Whole<T> = T extends (infer U)[] ? Whole<U>[] : T extends object ? { [K in keyof T]-?: Whole<T[K]> } : T;

export type Shoot = Whole<Schemas['Shoot']>;
export type FrameDesign = Whole<Schemas['FrameParameters']>;
export type FrameShoot = Omit<Shoot, 'design'> & { design: FrameDesign };
export type ShootAnswer = Omit<Schemas['ShootAnswer'], 'document'> & { document: Shoot };
export type Figures = Schemas['FiguresResult'];
export type Gauge = Schemas['GaugeResult'];
export type GaugeKey = Gauge['key'];
export type Build = Schemas['BuildResult'];
export type Advice = Schemas['AdviceResult'];
export type Catalogue = Schemas['Catalogue'];

/** Whether the modifier is a sheet that stands by itself: its drawings show the frame, the lamp behind it and its beam. */
export const isStanding = (document: Shoot, data: Catalogue | undefined): document is FrameShoot =>
  data?.kinds.find((k) => k.id === document.design.kind)?.standing ?? false;

export type Problem = Schemas['Problem'];

export const api = createClient<paths>({ baseUrl: '' });

/** An error answer of the server, or code "offline" when there was no answer at all. */
export class ApiProblem extends Error {
  readonly status: number;
  readonly problem: Problem;
  constructor(status: number, problem: Problem) {
    super(problem.message);
    this.status = status;
    this.problem = problem;
  }
}

const OFFLINE: Problem = {
  code: 'offline',
  message: 'Wenlo does not answer. What you change is kept here and saved when it is back.',
  fields: [],
  current_version: null,
};

/** Data of an answer, or an ApiProblem. */
export async function answer<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let got: { data?: T; error?: unknown; response: Response };
  try {
    got = await call;
  } catch {
    throw new ApiProblem(0, OFFLINE);
  }
  if (got.response.ok) return got.data as T;
  const problem = got.error as Problem | undefined;
  throw new ApiProblem(
    got.response.status,
    problem?.code
      ? problem
      : { ...OFFLINE, code: 'fault', message: 'The server gave an answer that is not understood.' },
  );
}
