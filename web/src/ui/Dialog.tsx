import { DialogPanel, DialogTitle, Dialog as Headless } from "@headlessui/react";
import type { ReactNode } from "react";

type Props = { open: boolean; title: string; onClose: () => void; wide?: boolean; children: ReactNode };

export function Dialog({ open, title, onClose, wide, children }: Props) {
  return (
    <Headless open={open} onClose={onClose} className="relative z-50">
      <div className="fixed inset-0 bg-base-content/40" aria-hidden="true" />
      <div className="fixed inset-0 overflow-y-auto p-3 grid place-items-center">
        <DialogPanel
          className={`bg-base-100 border border-base-content p-5 w-full ${wide ? "max-w-4xl" : "max-w-lg"}`}
        >
          <DialogTitle className="font-book text-xl font-medium mb-3">{title}</DialogTitle>
          {children}
        </DialogPanel>
      </div>
    </Headless>
  );
}
