import { expect, test } from '@jest/globals';
import { padOf } from './shape-raster';

test('a raster has an empty edge of two device px at any scale, beyond all that is drawn', () => {
  for (const scale of [0.05, 0.36, 0.5, 1, 2, 3.7])
    for (const reach of [0, 0.4, 7]) expect((padOf(reach, scale) - reach) * scale).toBeGreaterThanOrEqual(2);
});
