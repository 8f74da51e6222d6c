import { Collapsible } from "radix-ui";
import type { ReactNode } from "react";

/** What is only looked at when it is wanted. */
export function Fold({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Collapsible.Root className="border-t-2 border-seam pt-1">
      <Collapsible.Trigger className="group flex min-h-11 w-full items-center justify-between font-semibold [font-stretch:85%]">
        {title}{" "}
        <span aria-hidden className="text-ember group-data-[state=open]:rotate-90">
          ▸
        </span>
      </Collapsible.Trigger>
      <Collapsible.Content className="flex flex-col gap-3 pt-1 pb-2">{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}
