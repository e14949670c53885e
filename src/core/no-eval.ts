// Checks are not compiled: pages forbid what that would need. To be loaded before anything that makes a schema.
import { z } from 'zod';

z.config({ jitless: true });
