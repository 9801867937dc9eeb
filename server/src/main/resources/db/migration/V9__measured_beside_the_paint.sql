-- The measurement that counts is kept beside the paint as the other facts are: lists and comparisons ask for it at every turn.
alter table paint
    add column tint_l double,
    add column tint_a double,
    add column tint_b double,
    add column granulation double,
    add column covering double,
    add column curve text,
    add column black_l double,
    add column black_a double,
    add column black_b double,
    add column read_at datetime(3);
update paint p join reading r on r.id = p.reading_id and r.collector_id = p.collector_id
    set p.mass_l = r.mass_l, p.mass_a = r.mass_a, p.mass_b = r.mass_b, p.tint_l = r.tint_l, p.tint_a = r.tint_a,
        p.tint_b = r.tint_b, p.granulation = r.granulation, p.covering = r.covering, p.curve = r.curve,
        p.black_l = r.black_l, p.black_a = r.black_a, p.black_b = r.black_b, p.read_at = r.at;
