import { useEffect, useRef, useState } from 'react';
import type { PostSeen } from '../../core/post';
import { Button } from '../ui';
import { momentOf } from './post-words';
import { tried } from './tried';

/** A note to the others who judge. */
export function NoteForm({ seen, isOpen, onClose }: { seen: PostSeen; isOpen: boolean; onClose: () => void }) {
  const { post, judged } = seen;
  const [typed, setTyped] = useState(judged.note?.text ?? '');
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (isOpen) field.current?.focus();
  }, [isOpen]);
  const isNew = typed.trim() !== (judged.note?.text ?? '');
  const keep = (): void => {
    if (isNew) void tried({ do: 'note', post: post.key, text: typed });
    onClose();
    field.current?.blur();
  };
  return (
    <form
      className="flex flex-col gap-1 border-t border-line pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <label className="flex items-center gap-2 text-xs text-ink-2">
        Note
        <input
          ref={field}
          className="field h-7 min-w-0 flex-1"
          placeholder="To the others who judge"
          maxLength={1000}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => {
            if (event.key !== 'Escape') return;
            setTyped(judged.note?.text ?? '');
            onClose();
            event.currentTarget.blur();
          }}
        />
        {isNew && <Button type="submit">Keep</Button>}
      </label>
      {judged.note && <p className="text-xs text-ink-3">By {judged.note.by}, {momentOf(judged.note.at)}</p>}
    </form>
  );
} // prettier-ignore
