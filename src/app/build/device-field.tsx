import { RefreshCw } from 'lucide-react';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { IconButton, SelectField } from '../ui';

/** The cameras that this machine tells of: those without a name have not been allowed yet. */
async function camerasNow(): Promise<string[]> {
  const devices = (await navigator.mediaDevices?.enumerateDevices().catch(() => [])) ?? [];
  return [...new Set(devices.flatMap(({ kind, label }) => (kind === 'videoinput' && label ? [label] : [])))];
}

/** A camera by its name, out of those of this machine; another one's stays as it is. */
export function DeviceField({ value, onSet }: { value: string; onSet: (value: string) => void }) {
  const [devices, setDevices] = useState<readonly string[]>([]);
  useEffect(() => {
    const look = (): void => void camerasNow().then(setDevices);
    look();
    navigator.mediaDevices?.addEventListener('devicechange', look);
    return () => navigator.mediaDevices?.removeEventListener('devicechange', look);
  }, []);
  /** Names are told once the cameras may be used. */
  const ask = async (): Promise<void> => {
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ video: true });
      for (const track of stream.getTracks()) track.stop();
    } catch {
      toast.error('This browser does not let the cameras be used. Allow them for this page, and look again.');
    }
    setDevices(await camerasNow());
  };
  return (
    <span className="flex min-w-0 items-center gap-1">
      <SelectField
        beside
        label="Device"
        value={value}
        choices={[
          { value: '', label: 'The first there is' },
          ...[...new Set([...devices, ...(value ? [value] : [])])].map((name) => ({
            value: name,
            label: devices.includes(name) ? name : `${name} (not here)`,
          })),
        ]}
        onChange={(name) => onSet(String(name))}
      />
      <IconButton label="Look for cameras" onClick={() => void ask()}>
        <RefreshCw size={14} />
      </IconButton>
    </span>
  );
}
