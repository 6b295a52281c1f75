/** Yes or no. */
export function CheckLine({
  label,
  value,
  onChange,
}: {
  label: string;
  value: boolean;
  onChange: (value: boolean) => void;
}) {
  return (
    <label className="flex items-center gap-2">
      <span className="w-34 shrink-0">{label}</span>
      <input
        type="checkbox"
        className="size-[18px] accent-act"
        checked={value}
        onChange={(event) => onChange(event.target.checked)}
      />
    </label>
  );
}
