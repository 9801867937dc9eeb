-- Mixtures: kept as foreseen, or painted and read from a sheet.

create table mix (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    number int not null,
    name varchar(120) not null default '',
    liked boolean not null default false,
    note varchar(1000) not null default '',
    -- The square it was painted in, and the picture it was read from; empty for one that is only foreseen.
    chart_cell_id bigint,
    scan_id bigint,
    mass_l double,
    mass_a double,
    mass_b double,
    tint_l double,
    tint_a double,
    tint_b double,
    -- From full strength to palest, as JSON; whether a film runs between them that was not seen.
    curve text,
    modelled boolean not null default true,
    granulation double,
    separation double,
    -- What was foreseen when it was read, so that surprises stay surprises when they have taught.
    foreseen_l double,
    foreseen_a double,
    foreseen_b double,
    foreseen_off double,
    made_at datetime(3) not null,
    version int not null default 1,
    unique key mix_number (collector_id, number),
    key mix_cell (chart_cell_id),
    constraint mix_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint mix_chart_cell foreign key (chart_cell_id) references chart_cell (id) on delete set null,
    constraint mix_scan foreign key (scan_id) references scan (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table mix_part (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    mix_id bigint not null,
    paint_id bigint not null,
    part double not null,
    unique key mix_part_once (mix_id, paint_id),
    key mix_part_of (paint_id),
    constraint mix_part_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint mix_part_mix foreign key (mix_id) references mix (id) on delete cascade,
    constraint mix_part_paint foreign key (paint_id) references paint (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- How many parts of each paint a cell with a mixture holds.
alter table chart_cell
    add column part int not null default 1,
    add column second_part int not null default 1;
