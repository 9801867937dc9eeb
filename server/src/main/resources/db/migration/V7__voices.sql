-- What paints are found by in the words people use, what is kept of finds, wishes and doubts that were left.

alter table paint
    -- Family of colour, and degrees from the warmest hue; of the mass tone as one's own paper shows it.
    add column hue varchar(8) not null default '',
    add column warmth double,
    add column mass_l double,
    add column mass_a double,
    add column mass_b double,
    -- Which version of the rules these and the other columns that follow from rows were worked out by.
    add column facts int not null default 0,
    add key paint_light (collector_id, mass_l, mass_a, mass_b),
    add key paint_hue (collector_id, hue, warmth);

alter table observation
    add column paper varchar(120) not null default '',
    -- The sitting it was seen at, if at one.
    add column chart_id bigint,
    add key observation_said (collector_id, trait, value),
    add constraint observation_chart foreign key (chart_id) references chart (id) on delete set null;

create table saved_find (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    name varchar(80) not null,
    text varchar(1000) not null,
    version int not null default 1,
    unique key saved_find_name (collector_id, name),
    constraint saved_find_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- Disputes that the collector chose to leave, with the reason. The mark is what it was about: other facts raise it anew.
create table left_dispute (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    paint_id bigint not null,
    kind varchar(40) not null,
    mark char(64) not null,
    reason varchar(1000) not null,
    left_at datetime(3) not null,
    unique key left_dispute_of (paint_id, kind, mark),
    key left_dispute_collector (collector_id),
    constraint left_dispute_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint left_dispute_paint foreign key (paint_id) references paint (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- Why a paint is wished for, and what it may cost.
create table wish (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    paint_id bigint not null,
    reason varchar(1000) not null default '',
    most_per_ml decimal(10, 3),
    currency char(3),
    wished_at datetime(3) not null,
    version int not null default 1,
    unique key wish_of (paint_id),
    key wish_collector (collector_id),
    constraint wish_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint wish_paint foreign key (paint_id) references paint (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- What is asked of many at once is answered from an index alone.
create index holding_cost on holding (collector_id, price, volume, paint_id);
create index holding_left on holding (collector_id, left_percent, state, form, paint_id);
create index holding_came on holding (collector_id, came_on, paint_id);
create index swatch_painted on swatch (collector_id, painted_on, paint_id);
create index observation_seen on observation (collector_id, seen_on, paint_id);
