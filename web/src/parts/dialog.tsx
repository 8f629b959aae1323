/** A sheet laid over the bench: title, content, and a way out by key, cross or click beside it. */
import { X } from "lucide-react";
import { Dialog as Radix } from "radix-ui";

type Props = {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  children: React.ReactNode;
};

export function Dialog({ open, onOpenChange, title, children }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/40 dark:bg-black/60" />
        <Radix.Content
          aria-describedby={undefined}
          // A form is there to be typed into: on the closing key, a space would shut it.
          onOpenAutoFocus={(event) => {
            const sheet = event.currentTarget as HTMLElement;
            const field = sheet.querySelector<HTMLElement>(
              "input, textarea, select, [data-answers]",
            );
            if (!field) return;
            event.preventDefault();
            field.focus();
          }}
          // Whatever the act that closed it has led to keeps the focus.
          onCloseAutoFocus={(event) => {
            const { activeElement } = document;
            if (activeElement && activeElement !== document.body) event.preventDefault();
          }}
          className="fixed top-[8vh] left-1/2 z-50 max-h-[84vh] w-[min(34rem,94vw)] -translate-x-1/2 overflow-y-auto border-2 border-ink bg-sheet p-5"
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Radix.Title className="text-xl font-semibold">{title}</Radix.Title>
            <Radix.Close className="key min-w-9 px-2" aria-label="Close">
              <X aria-hidden size={18} />
            </Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
