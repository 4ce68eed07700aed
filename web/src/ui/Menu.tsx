import { Ellipsis } from "lucide-react";
import { DropdownMenu } from "radix-ui";

export interface MenuItem {
  says: string;
  run: () => void;
}

interface Props {
  label: string;
  items: readonly MenuItem[];
}

/** What can be done with a thing, behind three dots. */
export function Menu({ label, items }: Props) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        className="inline-flex size-9 shrink-0 items-center justify-center rounded text-ink-2 hover:bg-paper pointer-coarse:size-11"
        aria-label={label}
      >
        <Ellipsis size={18} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={document.getElementById("floating")}>
        <DropdownMenu.Content
          className="floating max-h-(--radix-dropdown-menu-content-available-height) overflow-y-auto p-1"
          align="start"
          sideOffset={4}
        >
          {items.map((item) => (
            <DropdownMenu.Item key={item.says} className="menu-item" onSelect={item.run}>
              {item.says}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
