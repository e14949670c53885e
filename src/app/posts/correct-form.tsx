import { useEffect, useRef, useState } from 'react';
import { cutOut, isNoFix, noFix, withoutEmoji, type Fix, type PostSeen } from '../../core/post';
import { Button, CheckField, Labelled, TextField } from '../ui';
import { CropField } from './crop-field';
import { tried } from './tried';

/** What is said on air in place of what came; the original stays beside it. */
export function CorrectForm({ seen, isOpen, onOpen }: { seen: PostSeen; isOpen: boolean; onOpen: (is: boolean) => void }) {
  const { post, judged } = seen;
  const before = judged.fix;
  const [fix, setFix] = useState<Fix>(before ?? noFix);
  const field = useRef<HTMLTextAreaElement>(null);
  const [marked, setMarked] = useState<[number, number]>([0, 0]);
  useEffect(() => {
    if (isOpen) field.current?.focus();
  }, [isOpen]);
  const text = fix.text ?? post.text;
  const set = (change: Partial<Fix>): void => setFix({ ...fix, ...change });
  const setText = (next: string): void => set({ text: next === post.text ? null : next });
  const isNew = JSON.stringify(isNoFix(fix) ? null : fix) !== JSON.stringify(before);
  const keep = async (next: Fix | null): Promise<void> => {
    if (await tried({ do: 'fix', post: post.key, fix: next, over: before })) onOpen(false);
  };
  const hasMarked = marked[1] > marked[0];
  const shown = fix.withoutEmoji ? withoutEmoji(text) : text;
  if (!isOpen)
    return (
      <div className="flex items-center gap-2 border-t border-line pt-2">
        <Button title="E" onClick={() => onOpen(true)}>Correct for air <kbd className="text-xs text-ink-3">E</kbd></Button>
        {before && <Button tone="quiet" onClick={() => void keep(null)}>As it came</Button>}
      </div>
    );
  return (
    <form
      className="flex flex-col gap-2 border-t border-line pt-2"
      aria-label="Correct for air"
      onSubmit={(event) => {
        event.preventDefault();
        void keep(fix);
      }}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter' && !event.shiftKey && !(event.target instanceof HTMLButtonElement)) {
          event.preventDefault();
          void keep(fix);
        }
        if (event.key === 'Escape') {
          setFix(before ?? noFix);
          onOpen(false);
        }
      }}
    >
      <div className="flex flex-col gap-1 rounded bg-panel p-2 text-xs text-ink-2">
        <b className="text-ink-3">As it came</b>
        <span dir="auto" className="whitespace-pre-line">{post.text}</span>
      </div>
      <label className="flex flex-col gap-1 text-xs text-ink-2">
        <span className="flex justify-between"><span>For air</span><span className="number text-ink-3">{[...shown].length} characters</span></span>
        <textarea
          ref={field}
          dir="auto"
          rows={4}
          maxLength={2000}
          className="field h-auto w-full resize-y p-2 text-[14px] leading-5 text-ink"
          value={text}
          onChange={(event) => setText(event.target.value)}
          onSelect={(event) => setMarked([event.currentTarget.selectionStart, event.currentTarget.selectionEnd])}
        />
      </label>
      <div className="flex flex-wrap gap-1">
        <Button tone="quiet" disabled={!hasMarked} title="Cuts out what is marked in the text" onClick={() => setText(cutOut(text, ...marked))}>Cut what is marked</Button>
        <Button tone="quiet" disabled={!hasMarked} title="Leaves only what is marked in the text" onClick={() => setText(text.slice(...marked).trim())}>Keep only that</Button>
      </div>
      {withoutEmoji(text) !== text && <CheckField label="Without emoji" value={fix.withoutEmoji} onChange={(is) => set({ withoutEmoji: is })} />}
      <TextField label="Author, as they want it" value={fix.name ?? post.author.name} maxLength={200} onChange={(name) => set({ name: name === post.author.name ? null : name })} />
      <TextField label="Place" value={fix.place ?? post.place} maxLength={200} onChange={(place) => set({ place: place === post.place ? null : place })} />
      <TextField label="Translation" lines value={fix.translation} maxLength={2000} onChange={(translation) => set({ translation })} />
      {post.pictures.length > 0 && (
        <>
          <CheckField label="Leave the picture out" value={fix.withoutPicture} onChange={(is) => set({ withoutPicture: is })} />
          {!fix.withoutPicture && <Labelled label="Part of the picture that is shown: drag over it"><CropField post={post} crop={fix.crop} onCrop={(crop) => set({ crop })} /></Labelled>}
        </>
      )}
      <div className="flex gap-1">
        <Button type="submit" tone="primary" disabled={!isNew}>Keep for air</Button>
        <Button tone="quiet" onClick={() => { setFix(before ?? noFix); onOpen(false); }}>Cancel</Button>
        {before && <Button tone="quiet" onClick={() => void keep(null)}>As it came</Button>}
      </div>
    </form>
  );
} // prettier-ignore
