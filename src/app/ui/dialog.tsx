import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

/** A question or a form over the page; Escape and a click beside it close it. */
export function Dialog(props: {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
  wide?: boolean;
  /** Nearly the whole page, with a button to close it. */
  full?: boolean;
  describe?: string;
}) {
  const { title, open, onClose, children, wide, full, describe } = props;
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/60" />
        <Radix.Content
          {...(describe ? {} : { 'aria-describedby': undefined })}
          className={`fixed top-1/2 left-1/2 z-50 flex -translate-x-1/2 -translate-y-1/2 flex-col gap-4 rounded border border-line bg-panel p-5 ${full ? 'h-[92vh] w-[94vw]' : `max-h-[90vh] overflow-auto ${wide ? 'w-[760px]' : 'w-[440px]'}`}`}
        >
          <Radix.Title className="text-[15px] font-semibold">{title}</Radix.Title>
          {full && (
            <Radix.Close
              aria-label="Close"
              className="absolute top-4 right-4 inline-flex size-7 items-center justify-center rounded text-ink-2 hover:bg-raised"
            >
              <X size={16} />
            </Radix.Close>
          )}
          {describe && <Radix.Description className="text-ink-2">{describe}</Radix.Description>}
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
