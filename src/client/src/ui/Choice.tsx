import { Select } from "radix-ui";

interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; text: string }[];
  large?: boolean;
  /** What stands there until something is chosen. */
  placeholder?: string;
  onChange: (value: T) => void;
}

/** A choice of words, written where it is read. */
export function Choice<T extends string>({ label, value, options, large = false, placeholder, onChange }: ChoiceProps<T>) {
  const size = large ? "text-lead lg:text-[30px] min-h-14 border-b-[5px]" : "text-body min-h-12 border-b-[4px]";
  return (
    <Select.Root value={value} onValueChange={(v) => onChange(v as T)}>
      <Select.Trigger aria-label={label} className={`inline-flex items-center border-hand bg-sheet px-3 strong text-hand ${size}`}>
        <Select.Value placeholder={placeholder} />
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={4}
          collisionPadding={12}
          className={`z-50 max-h-[min(60vh,var(--radix-select-content-available-height))] overflow-y-auto
            rounded-slab border-[3px] border-ink bg-sheet`}
        >
          <Select.Viewport>
            {options.map((o) => (
              <Select.Item
                key={o.value}
                value={o.value}
                className="flex min-h-12 cursor-pointer items-center px-4 text-body data-[highlighted]:bg-hand
                  data-[highlighted]:text-on-hand data-[highlighted]:outline-none data-[state=checked]:strong"
              >
                <Select.ItemText>{o.text}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}
