-- A cell of a triangle holds parts of three paints.
alter table chart_cell
    add column third_id bigint,
    add column third_part int not null default 1,
    add constraint cell_third foreign key (third_id) references paint (id) on delete set null;
