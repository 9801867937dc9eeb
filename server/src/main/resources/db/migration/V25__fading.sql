-- Strips that hang in the light with one half covered: where, since when, what each reading found.

create table exposure (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    name varchar(120) not null,
    -- The sheet that hangs in the light, and its twin in the dark; neither where something hung that was never planned.
    chart_id bigint,
    twin_id bigint,
    -- By how many days its beginning may be off.
    about int not null default 0,
    -- The days in the light after which it is read.
    steps varchar(200) not null,
    -- The flap lies on the other half than the sheet says.
    swapped boolean not null default false,
    ended_on date,
    note varchar(2000) not null default '',
    version int not null default 1,
    unique key exposure_name (collector_id, name),
    key exposure_of_chart (chart_id),
    key exposure_of_twin (twin_id),
    constraint exposure_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint exposure_sheet foreign key (chart_id) references chart (id) on delete set null,
    constraint exposure_twin foreign key (twin_id) references chart (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table exposure_place (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    exposure_id bigint not null,
    from_on date not null,
    place varchar(12) not null,
    direction varchar(12) not null default '',
    hours double,
    lux double,
    said varchar(160) not null default '',
    version int not null default 1,
    key place_of (exposure_id, from_on),
    constraint place_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint place_exposure foreign key (exposure_id) references exposure (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table exposure_strip (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    exposure_id bigint not null,
    -- Of a planned sheet the number of its cell.
    position int not null,
    paint_id bigint,
    -- The name stays when the paint is gone.
    name varchar(200) not null,
    wool int,
    -- What is found so far; follows from the readings and is written with them.
    finding varchar(12) not null default '',
    best varchar(12) not null default '',
    worst varchar(12) not null default '',
    version int not null default 1,
    unique key strip_position (exposure_id, position),
    key strip_paint (paint_id),
    key strip_found (collector_id, finding),
    constraint strip_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint strip_exposure foreign key (exposure_id) references exposure (id) on delete cascade,
    constraint strip_paint foreign key (paint_id) references paint (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table exposure_reading (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    exposure_id bigint not null,
    scan_id bigint,
    picture_id bigint,
    read_on date not null,
    -- Of the twin in the dark.
    twin boolean not null default false,
    page int not null default 1,
    -- The highest blue wool reference that has visibly gone, by eye.
    wool int,
    version int not null default 1,
    unique key exposure_reading_of_scan (scan_id),
    key reading_of_exposure (exposure_id, read_on),
    constraint exposure_reading_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint exposure_reading_exposure foreign key (exposure_id) references exposure (id) on delete cascade,
    constraint exposure_reading_scan foreign key (scan_id) references scan (id) on delete set null,
    constraint exposure_reading_picture foreign key (picture_id) references picture (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table exposure_half (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    exposure_reading_id bigint not null,
    exposure_strip_id bigint not null,
    covered_l double not null,
    covered_a double not null,
    covered_b double not null,
    lit_l double not null,
    lit_a double not null,
    lit_b double not null,
    margin double not null,
    covered_tint_l double,
    covered_tint_a double,
    covered_tint_b double,
    lit_tint_l double,
    lit_tint_a double,
    lit_tint_b double,
    tint_margin double,
    said varchar(600) not null default '',
    unique key half_of (exposure_reading_id, exposure_strip_id),
    key half_of_strip (exposure_strip_id),
    constraint half_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint half_reading foreign key (exposure_reading_id) references exposure_reading (id) on delete cascade,
    constraint half_strip foreign key (exposure_strip_id) references exposure_strip (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table exposure_accident (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    exposure_id bigint not null,
    exposure_strip_id bigint,
    kind varchar(12) not null,
    happened_on date not null,
    note varchar(300) not null default '',
    key accident_of (exposure_id),
    key accident_of_strip (exposure_strip_id),
    constraint accident_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint accident_exposure foreign key (exposure_id) references exposure (id) on delete cascade,
    constraint accident_strip foreign key (exposure_strip_id) references exposure_strip (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;
