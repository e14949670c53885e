import { toast } from 'sonner';
import { judge } from '../state/posts';

/** Asks for something to be done with posts, and says why it was not. */
export async function tried(act: Parameters<typeof judge>[0]): Promise<boolean> {
  const wrong = await judge(act);
  if (wrong) toast.error(wrong.message);
  return wrong === null;
}
