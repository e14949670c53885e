// One round of faults while on air; `npm run soak` runs as many as there is time for, with clocks and second servers too.
import { test } from '@playwright/test';
import { Round } from '../soak/round';
import { buildServer } from '../soak/running';

test('whatever goes wrong: state, journal, pictures and lamps agree, nothing answered is lost, nothing refused appears', async ({
  browser,
}) => {
  test.setTimeout(180_000);
  buildServer();
  await new Round(13, browser).run(['kill and tear', 'full disk', 'malformed']);
});
