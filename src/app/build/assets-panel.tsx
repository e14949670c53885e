import { useEffect, useState } from 'react';
import { assetsOfTemplate, type Asset, type Show } from '../../core/show';
import { assetBlob } from '../state/assets';

/** The pictures of the show: what they are, how large, where they are used. */
export function AssetsPanel({ show }: { show: Show }) {
  const assets = Object.values(show.assets).sort((a, b) => a.name.localeCompare(b.name));
  if (assets.length === 0)
    return <p className="p-4 text-ink-3">No pictures yet. Drop PNG, JPEG or SVG files on the stage.</p>;
  const usedIn = (id: string): string => {
    const names = Object.values(show.templates)
      .filter((template) => assetsOfTemplate(template).has(id))
      .map((template) => template.name);
    const cards = Object.values(show.cards).filter((card) => Object.values(card.values).includes(id)).length;
    return (
      [...names, ...(cards > 0 ? [`${cards} card${cards > 1 ? 's' : ''}`] : [])].join(', ') || 'not used'
    );
  };
  return (
    <ul className="flex flex-col" aria-label="Pictures">
      {assets.map((asset) => (
        <li key={asset.id} className="flex items-center gap-2 border-b border-line px-2 py-1.5">
          <Thumbnail asset={asset} />
          <span className="min-w-0 flex-1">
            <span className="block truncate">{asset.name}</span>
            <span className="block truncate text-xs text-ink-3">
              <span className="number">
                {asset.width}×{asset.height}
              </span>{' '}
              · {usedIn(asset.id)}
            </span>
          </span>
        </li>
      ))}
    </ul>
  );
}

function Thumbnail({ asset }: { asset: Asset }) {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    let made: string | null = null;
    let isGone = false;
    void assetBlob(asset.id).then((blob) => {
      if (!blob || isGone) return;
      made = URL.createObjectURL(blob);
      setUrl(made);
    });
    return () => {
      isGone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [asset.id]);
  return (
    <span className="checks block size-9 shrink-0 overflow-hidden rounded border border-line">
      {url && <img src={url} alt="" className="size-full object-contain" />}
    </span>
  );
}
