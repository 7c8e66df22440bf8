import type { QueryClient } from '@tanstack/react-query';

/** Fetches anew what is shown under a key. A first answer still on its way is dropped: it was asked for before the change,
 * and a query without data would otherwise keep it. */
export async function refresh(client: QueryClient, key: string): Promise<void> {
  await client.cancelQueries({ queryKey: [key] });
  await client.invalidateQueries({ queryKey: [key] });
}
