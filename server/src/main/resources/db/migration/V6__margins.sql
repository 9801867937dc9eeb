-- How far each measured trait may be off, and what the paint looks like over black.

alter table reading
    add column tint_spread double,
    add column variation_spread double,
    add column covering_spread double,
    add column black_l double,
    add column black_a double,
    add column black_b double;
