-- Every row belongs to a collector. Times are UTC.

create table collector (
    id bigint not null auto_increment primary key,
    email varchar(190) not null,
    name varchar(120) not null,
    password_hash varchar(200) not null,
    next_accession int not null default 1,
    created_at datetime(3) not null,
    unique key collector_email (email)
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table sign_in_failure (
    scope varchar(8) not null,
    who varchar(190) not null,
    failures int not null,
    last_at datetime(3) not null,
    primary key (scope, who)
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- Spring Session's own tables, under the names it expects.
create table SPRING_SESSION (
    PRIMARY_ID char(36) not null,
    SESSION_ID char(36) not null,
    CREATION_TIME bigint not null,
    LAST_ACCESS_TIME bigint not null,
    MAX_INACTIVE_INTERVAL int not null,
    EXPIRY_TIME bigint not null,
    PRINCIPAL_NAME varchar(100),
    constraint SPRING_SESSION_PK primary key (PRIMARY_ID)
) engine = innodb row_format = dynamic;
create unique index SPRING_SESSION_IX1 on SPRING_SESSION (SESSION_ID);
create index SPRING_SESSION_IX2 on SPRING_SESSION (EXPIRY_TIME);
create index SPRING_SESSION_IX3 on SPRING_SESSION (PRINCIPAL_NAME);

create table SPRING_SESSION_ATTRIBUTES (
    SESSION_PRIMARY_ID char(36) not null,
    ATTRIBUTE_NAME varchar(200) not null,
    ATTRIBUTE_BYTES blob not null,
    constraint SPRING_SESSION_ATTRIBUTES_PK primary key (SESSION_PRIMARY_ID, ATTRIBUTE_NAME),
    constraint SPRING_SESSION_ATTRIBUTES_FK foreign key (SESSION_PRIMARY_ID)
        references SPRING_SESSION (PRIMARY_ID) on delete cascade
) engine = innodb row_format = dynamic;

create table act (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    said varchar(300) not null,
    at datetime(3) not null,
    undone_at datetime(3),
    changes longtext not null,
    key act_of (collector_id, id),
    constraint act_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table idempotency (
    collector_id bigint not null,
    idempotency_key varchar(100) not null,
    operation varchar(200) not null,
    status int,
    content_type varchar(100),
    location varchar(300),
    body longtext,
    at datetime(3) not null,
    primary key (collector_id, idempotency_key),
    constraint idempotency_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_bin;

create table maker (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    name varchar(120) not null,
    initials varchar(8) not null,
    note varchar(2000) not null default '',
    scale_lightfastness varchar(600) not null default '',
    scale_transparency varchar(600) not null default '',
    scale_staining varchar(600) not null default '',
    scale_granulation varchar(600) not null default '',
    version int not null default 1,
    unique key maker_name (collector_id, name),
    constraint maker_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table line (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    maker_id bigint not null,
    name varchar(120) not null,
    grade varchar(12) not null,
    version int not null default 1,
    unique key line_name (maker_id, name),
    key line_of (collector_id),
    constraint line_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint line_maker foreign key (maker_id) references maker (id)
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table colour (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    line_id bigint not null,
    catalogue_number varchar(40) not null default '',
    name varchar(160) not null,
    series int,
    status varchar(14) not null,
    sizes varchar(120) not null default '',
    version int not null default 1,
    key colour_of (collector_id, name),
    constraint colour_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint colour_line foreign key (line_id) references line (id)
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table colour_name (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    colour_id bigint not null,
    language varchar(12) not null,
    name varchar(160) not null,
    unique key colour_language (colour_id, language),
    constraint colour_name_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint colour_name_colour foreign key (colour_id) references colour (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table edition (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    colour_id bigint not null,
    label varchar(80) not null,
    since_year int,
    label_text varchar(2000) not null default '',
    claim_lightfastness varchar(40) not null default '',
    claim_transparency varchar(40) not null default '',
    claim_staining varchar(40) not null default '',
    claim_granulation varchar(40) not null default '',
    note varchar(2000) not null default '',
    key edition_of (colour_id),
    constraint edition_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint edition_colour foreign key (colour_id) references colour (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table paint (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    accession int not null,
    name varchar(160) not null,
    maker_id bigint,
    line_id bigint,
    colour_id bigint,
    edition_id bigint,
    label_text varchar(2000) not null default '',
    series int,
    wished boolean not null default false,
    note varchar(4000) not null default '',
    claim_lightfastness varchar(40) not null default '',
    claim_transparency varchar(40) not null default '',
    claim_staining varchar(40) not null default '',
    claim_granulation varchar(40) not null default '',
    created_at datetime(3) not null,
    version int not null default 1,
    -- What follows from the rows above and below is kept here for finding; see PaintFacts.
    recipe varchar(600) not null default '',
    pigments int not null default 0,
    standing varchar(8) not null default 'WISHED',
    form varchar(10),
    volume decimal(8, 2),
    swatch_id bigint,
    reading_id bigint,
    voices varchar(40) not null default '',
    disagrees boolean not null default false,
    order_key double not null default 900,
    unique key paint_accession (collector_id, accession),
    key paint_order (collector_id, order_key, id),
    key paint_name (collector_id, name),
    key paint_recipe (collector_id, recipe(100)),
    constraint paint_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint paint_maker foreign key (maker_id) references maker (id),
    constraint paint_line foreign key (line_id) references line (id),
    constraint paint_colour foreign key (colour_id) references colour (id),
    constraint paint_edition foreign key (edition_id) references edition (id)
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table paint_pigment (
    collector_id bigint not null,
    paint_id bigint not null,
    position int not null,
    code varchar(10) not null collate utf8mb4_bin,
    primary key (paint_id, position),
    key pigment_of (collector_id, code, paint_id),
    constraint paint_pigment_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint paint_pigment_paint foreign key (paint_id) references paint (id) on delete cascade
) engine = innodb default charset = utf8mb4;

create table paint_word (
    collector_id bigint not null,
    paint_id bigint not null,
    word varchar(60) not null collate utf8mb4_bin,
    primary key (paint_id, word),
    key word_of (collector_id, word, paint_id),
    constraint paint_word_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint paint_word_paint foreign key (paint_id) references paint (id) on delete cascade
) engine = innodb default charset = utf8mb4;

create table holding (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    paint_id bigint not null,
    form varchar(10) not null,
    volume decimal(8, 2),
    left_percent int not null,
    state varchar(12) not null,
    kept_where varchar(160) not null default '',
    came_from varchar(160) not null default '',
    came_on date,
    price decimal(12, 3),
    currency char(3),
    note varchar(1000) not null default '',
    version int not null default 1,
    key holding_of (paint_id),
    constraint holding_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint holding_paint foreign key (paint_id) references paint (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table observation (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    paint_id bigint not null,
    trait varchar(16) not null,
    value varchar(24) not null,
    source varchar(12) not null,
    note varchar(1000) not null default '',
    seen_on date not null,
    created_at datetime(3) not null,
    key observation_of (paint_id, id),
    constraint observation_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint observation_paint foreign key (paint_id) references paint (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table keeper (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    kind varchar(12) not null,
    number int not null,
    name varchar(120) not null default '',
    pages int not null,
    cells int not null,
    version int not null default 1,
    unique key keeper_number (collector_id, kind, number),
    constraint keeper_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table swatch (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    paint_id bigint not null,
    keeper_id bigint,
    position int,
    state varchar(8) not null,
    painted_on date,
    note varchar(1000) not null default '',
    version int not null default 1,
    unique key swatch_place (keeper_id, position),
    key swatch_of (paint_id),
    key swatch_collector_state (collector_id, state),
    constraint swatch_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint swatch_paint foreign key (paint_id) references paint (id) on delete cascade,
    constraint swatch_keeper foreign key (keeper_id) references keeper (id)
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table swatch_event (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    swatch_id bigint not null,
    at datetime(3) not null,
    said varchar(200) not null,
    key event_of (swatch_id, id),
    constraint event_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint event_swatch foreign key (swatch_id) references swatch (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table picture (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    swatch_id bigint not null,
    file_name varchar(200) not null,
    media_type varchar(40) not null,
    bytes longblob not null,
    preview longblob not null,
    sha256 char(64) not null,
    width int not null,
    height int not null,
    turn int not null,
    profile varchar(120) not null default '',
    notes varchar(1000) not null default '',
    at datetime(3) not null,
    key picture_of (swatch_id),
    constraint picture_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint picture_swatch foreign key (swatch_id) references swatch (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table reading (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    swatch_id bigint not null,
    picture_id bigint not null,
    picks varchar(1000) not null,
    mass_l double not null,
    mass_a double not null,
    mass_b double not null,
    tint_l double not null,
    tint_a double not null,
    tint_b double not null,
    granulation double not null,
    covering double,
    notes varchar(1000) not null default '',
    arithmetic int not null,
    at datetime(3) not null,
    key reading_of (swatch_id, id),
    constraint reading_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint reading_swatch foreign key (swatch_id) references swatch (id) on delete cascade,
    constraint reading_picture foreign key (picture_id) references picture (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;
