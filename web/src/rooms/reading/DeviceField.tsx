import { useQuery } from "@tanstack/react-query";
import { useId } from "react";
import { client, data } from "../../api/client";

export function useDevices() {
  return (
    useQuery({ queryKey: ["devices"], queryFn: () => data(client.GET("/api/devices")) }).data?.devices ?? []
  );
}

/** A device by its name: one of those that are known, or a new one. */
export function DeviceField({
  value,
  onChange,
  label,
  required = false,
}: {
  value: string;
  onChange: (name: string) => void;
  label: string;
  required?: boolean;
}) {
  const list = useId();
  const devices = useDevices();
  return (
    <label>
      <span className="label-text block">{label}</span>
      <input
        className="input input-sm w-56"
        list={list}
        maxLength={160}
        required={required}
        placeholder="as the file tells"
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
      <datalist id={list}>
        {devices.map((d) => (
          <option key={d.id} value={d.name} />
        ))}
      </datalist>
    </label>
  );
}
