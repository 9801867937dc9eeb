-- Boxes, palettes with their versions, and the paintings that tell what of them is used.

-- Outer sizes of pans that are not the usual ones; without a maker, one's own usual.
create table pan_size (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    maker_id bigint,
    form varchar(10) not null,
    width double not null,
    height double not null,
    key pan_size_of (collector_id, maker_id, form),
    constraint pan_size_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint pan_size_maker foreign key (maker_id) references maker (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table box (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    name varchar(120) not null,
    -- Inside and wells, as JSON.
    shape text not null,
    note varchar(1000) not null default '',
    version int not null default 1,
    key box_of (collector_id, name),
    constraint box_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table palette (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    name varchar(120) not null,
    box_id bigint,
    note varchar(1000) not null default '',
    version int not null default 1,
    unique key palette_name (collector_id, name),
    constraint palette_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint palette_box foreign key (box_id) references box (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table palette_version (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    palette_id bigint not null,
    -- From 1; 0 is the draft.
    number int not null,
    since date,
    why varchar(300) not null default '',
    -- The box as it was, as JSON.
    shape text not null,
    -- Wells that keep what they hold when the draft is put into another order, as JSON.
    locked varchar(1000) not null default '[]',
    version int not null default 1,
    unique key palette_version_number (palette_id, number),
    key palette_version_since (collector_id, since),
    constraint palette_version_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint palette_version_palette foreign key (palette_id) references palette (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table palette_well (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    palette_version_id bigint not null,
    -- From 0.
    well int not null,
    paint_id bigint,
    -- As it was called then: it stays when the paint goes.
    paint_name varchar(200) not null,
    holding_id bigint,
    squeezed boolean not null default false,
    unique key palette_well_place (palette_version_id, well),
    key palette_well_paint (paint_id),
    constraint palette_well_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint palette_well_version foreign key (palette_version_id) references palette_version (id) on delete cascade,
    constraint palette_well_paint foreign key (paint_id) references paint (id) on delete set null,
    constraint palette_well_holding foreign key (holding_id) references holding (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- Why a paint left with a version.
create table palette_leaving (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    palette_version_id bigint not null,
    paint_id bigint,
    paint_name varchar(200) not null,
    why varchar(16) not null,
    key palette_leaving_paint (paint_id),
    constraint palette_leaving_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint palette_leaving_version foreign key (palette_version_id) references palette_version (id) on delete cascade,
    constraint palette_leaving_paint foreign key (paint_id) references paint (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table painting (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    palette_id bigint,
    title varchar(160) not null,
    painted_on date not null,
    note varchar(1000) not null default '',
    picture_id bigint,
    version int not null default 1,
    key painting_of (collector_id, palette_id, painted_on),
    constraint painting_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint painting_palette foreign key (palette_id) references palette (id) on delete set null,
    constraint painting_picture foreign key (picture_id) references picture (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table painting_paint (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    painting_id bigint not null,
    paint_id bigint not null,
    -- How often the brush went to it, as far as it was tapped.
    taps int not null default 1,
    unique key painting_paint_once (painting_id, paint_id),
    key painting_paint_of (paint_id),
    constraint painting_paint_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint painting_paint_painting foreign key (painting_id) references painting (id) on delete cascade,
    constraint painting_paint_paint foreign key (paint_id) references paint (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;
