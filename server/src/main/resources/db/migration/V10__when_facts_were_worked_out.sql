-- When the facts of a paint were worked out last: what changed since somebody looked is found by it. The latest minutes are
-- always looked at again, so that neither two clocks nor acts that end out of order matter.
alter table paint
    add column worked_out_at datetime(3),
    add key paint_worked_out (collector_id, worked_out_at);
