-- The run of a wash from full strength to palest is drawn from what was seen of it; where only its two ends were, a film runs
-- between them, and the page says so.
alter table paint
    add column modelled boolean not null default false,
    -- Which place on the wheel it fills, such as a cool red.
    add column wheel varchar(20),
    modify column worked_out_at datetime(6);
alter table reading
    add column modelled boolean not null default false;
