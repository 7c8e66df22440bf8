import { configure } from '@testing-library/react';

// What is waited for comes late on a machine that does other work as well.
configure({ asyncUtilTimeout: 20_000 });

// The server that tests talk to: the client keeps the fetch that was there when it was made, so this one stands there.
type Answers = (request: Request) => Promise<Response>;

const nobody: Answers = async () => {
  throw new TypeError('no server in this test');
};
let answers = nobody;

export const answerWith = (given: Answers | null) => {
  answers = given ?? nobody;
};

globalThis.fetch = (input, init) => answers(input instanceof Request ? input : new Request(input, init));
