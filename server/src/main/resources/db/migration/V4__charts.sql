-- Planned sheets of swatches, the paper they are painted on, and keepers put into another order.

create table chart (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    number int not null,
    title varchar(160) not null default '',
    form varchar(16) not null,
    school varchar(16) not null,
    -- What was asked for, as JSON; the ruling follows from it.
    spec text not null,
    note varchar(2000) not null default '',
    created_at datetime(3) not null,
    version int not null default 1,
    unique key chart_number (collector_id, number),
    constraint chart_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table chart_cell (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    chart_id bigint not null,
    -- From 0 over all pages; a cell left bare has no paint.
    position int not null,
    paint_id bigint,
    second_id bigint,
    swatch_id bigint,
    state varchar(8) not null,
    painted_at datetime(3),
    dry_at datetime(3),
    eye varchar(200) not null default '',
    note varchar(300) not null default '',
    version int not null default 1,
    unique key cell_position (chart_id, position),
    key cell_painted (collector_id, painted_at),
    key cell_paint (paint_id),
    constraint cell_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint cell_chart foreign key (chart_id) references chart (id) on delete cascade,
    constraint cell_paint foreign key (paint_id) references paint (id) on delete set null,
    constraint cell_second foreign key (second_id) references paint (id) on delete set null,
    constraint cell_swatch foreign key (swatch_id) references swatch (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table paper (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    name varchar(120) not null,
    kind varchar(8) not null,
    width double not null,
    height double not null,
    weight int,
    surface varchar(12) not null default '',
    cotton int,
    sheets int not null,
    note varchar(1000) not null default '',
    version int not null default 1,
    key paper_of (collector_id),
    constraint paper_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table refiling (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    keeper_id bigint not null,
    said varchar(120) not null,
    -- The cards in the order they shall have, as JSON; what is left to move follows from it and from where they are.
    wished mediumtext not null,
    done int not null default 0,
    started_at datetime(3) not null,
    version int not null default 1,
    unique key refiling_keeper (keeper_id),
    constraint refiling_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint refiling_keeper foreign key (keeper_id) references keeper (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

alter table keeper
    -- The order its cards are kept in; empty: as they come.
    add column school varchar(16) not null default '',
    -- When the walk through it began that is under way.
    add column walk_at datetime(3),
    -- Of a pocket or card, in mm; a swatch larger than that is said not to fit. 0: not measured.
    add column pocket_width double not null default 0,
    add column pocket_height double not null default 0;
alter table swatch
    add column seen_at datetime(3),
    -- The keeper it was last seen in, where that is not where it is filed.
    add column seen_in bigint,
    add column width double not null default 0,
    add column height double not null default 0,
    add column kind varchar(12) not null default 'CARD',
    add constraint swatch_seen_in foreign key (seen_in) references keeper (id) on delete set null;

-- Where the collector has put a colour that could stand in either of two families, once and for all.
alter table paint add column family varchar(8);
