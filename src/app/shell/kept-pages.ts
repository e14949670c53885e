// The application as the browser keeps it: it opens while the server is away, and a new version is taken when one says so.
import { toast } from 'sonner';
import { useAir } from '../state/air-store';

const lookEveryMs = 3_600_000;

/** Has the browser keep the application where it can: over HTTPS, and on the machine of the server itself. */
export async function keepPages(): Promise<void> {
  const { serviceWorker } = navigator as { readonly serviceWorker?: ServiceWorkerContainer };
  if (!serviceWorker || import.meta.env.DEV) return;
  const registration = await serviceWorker.register('/pages.js').catch(() => null);
  if (!registration) return;
  let isAsked = false;
  const ask = (waiting: ServiceWorker): void => {
    toast('A new version of Jorvan is here.', {
      id: 'new-version',
      duration: Infinity,
      description: 'It is taken when this window is loaded anew. Nothing on air changes by it.',
      closeButton: true,
      action: {
        label: 'Load it',
        onClick: () => {
          isAsked = true;
          waiting.postMessage('take over');
        },
      },
    });
  };
  // Without one in use, what comes is the first: there is nothing to be replaced.
  const see = (): void => {
    const { waiting, active } = registration;
    if (waiting && active) ask(waiting);
  };
  registration.addEventListener('updatefound', () => {
    registration.installing?.addEventListener('statechange', see);
  });
  serviceWorker.addEventListener('controllerchange', () => {
    if (isAsked) location.reload();
    else toast.dismiss('new-version');
  });
  see();
  const look = (): void => void registration.update().catch(() => undefined);
  setInterval(look, lookEveryMs);
  // A server that comes back may be a newer one.
  useAir.subscribe(({ isConnected }, before) => {
    if (isConnected && !before.isConnected) look();
  });
}
