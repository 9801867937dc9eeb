-- What many finds look at lies in one narrow index, in the order in which paints are shown; the last use of a paint, the volumes
-- it is held in and whether it runs low follow from its other rows and are kept beside it.
alter table paint
    add column used_on date,
    add column runs_low boolean not null default false,
    -- Each between two commas.
    add column volumes varchar(120) not null default '' collate utf8mb4_bin,
    drop key paint_order,
    add key paint_order (collector_id, order_key, id, standing, hue, warmth, pigments, series, disagrees, swatch_id, maker_id,
        used_on, runs_low, volumes, voices);

alter table holding drop key holding_volume, drop key holding_left, drop key holding_came;
alter table swatch drop key swatch_painted;
alter table observation drop key observation_seen;
