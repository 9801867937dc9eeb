import { localDay } from "../../ui/dates";
import { Field, NumberField, TextField } from "../../ui/Field";
import { Select } from "../../ui/Select";
import { DIRECTIONS, type Direction, PLACES, type Place } from "./words";

/** A place as it is typed. */
export type TypedPlace = {
  place: Place;
  direction: Direction;
  on: string;
  hours: string;
  lux: string;
  said: string;
  about: string;
};

/** Not chosen yet, from today on: a page may stay open over midnight. */
export const nowhere = (): TypedPlace => ({
  place: "WINDOW",
  direction: "SOUTH",
  on: localDay(new Date().toISOString()),
  hours: "",
  lux: "",
  said: "",
  about: "",
});

/** As the server takes it. */
export function asPlace(p: TypedPlace) {
  return {
    place: p.place,
    direction: p.place === "WINDOW" && p.direction !== "" ? p.direction : undefined,
    on: p.on,
    hours: p.hours,
    lux: p.lux,
    said: p.said,
    about: p.about === "" ? undefined : Number(p.about),
  };
}

type Props = {
  value: TypedPlace;
  onChange: (value: TypedPlace) => void;
  /** What the day is called. */
  day: string;
  /** Whether the day may be uncertain. */
  about?: boolean;
  /** Whether the dark is one of the places. */
  dark?: boolean;
};

/** Where something hangs since when, and how much light there is. */
export function PlaceFields({ value: p, onChange, day, about = false, dark = false }: Props) {
  const set = (more: Partial<TypedPlace>) => onChange({ ...p, ...more });
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <Field label="Where">
        {(id) => (
          <Select
            id={id}
            options={PLACES.filter(([place]) => dark || place !== "DARK")}
            value={p.place}
            onChange={(place) => set({ place })}
          />
        )}
      </Field>
      {p.place === "WINDOW" && (
        <Field label="The window looks">
          {(id) => (
            <Select
              id={id}
              options={DIRECTIONS}
              value={p.direction}
              onChange={(direction) => set({ direction })}
            />
          )}
        </Field>
      )}
      <Field label={day}>
        {(id) => (
          <input
            id={id}
            type="date"
            className="input w-full"
            value={p.on}
            onChange={(e) => set({ on: e.target.value })}
          />
        )}
      </Field>
      {about && (
        <NumberField
          label="Give or take, days"
          hint="0 where the day is known."
          value={p.about}
          onChange={(v) => set({ about: v })}
        />
      )}
      {p.place !== "DARK" && (
        <>
          <TextField
            label="Hours of light a day"
            hint="If known."
            value={p.hours}
            onChange={(hours) => set({ hours })}
          />
          <TextField
            label="Lux"
            hint="If it was measured; else the light is estimated, with a wide range."
            value={p.lux}
            onChange={(lux) => set({ lux })}
          />
        </>
      )}
      <TextField
        label="In your words"
        hint="Over the desk; third shelf."
        value={p.said}
        onChange={(said) => set({ said })}
      />
    </div>
  );
}
