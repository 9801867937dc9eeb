-- Makers downsize as they reformulate: sizes and their prices belong to an edition.
alter table edition add column sizes varchar(600) not null default '' after label_text;
update edition e join colour c on c.id = e.colour_id set e.sizes = c.sizes;
insert into edition (collector_id, colour_id, label, sizes)
    select c.collector_id, c.id, 'first known', c.sizes from colour c
    where c.sizes <> '' and not exists (select 1 from edition e where e.colour_id = c.id);
alter table colour drop column sizes;

-- Bound with honey, paint stays soft longer.
alter table line add column honey boolean not null default false;

-- Undone or not, every act changes what a collection is: see what was read of it before is still true.
create index act_undone on act (collector_id, undone_at);

create table arrival (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    kind varchar(16) not null,
    state varchar(8) not null,
    title varchar(160) not null default '',
    came_on date,
    came_from varchar(160) not null default '',
    maker varchar(120) not null default '',
    currency char(3) not null,
    -- What was typed or pasted, a paint a line. It is the whole truth of a draft's lines.
    text mediumtext not null,
    -- The lines made comparable, so that the same parcel pasted twice is noticed.
    lines_hash char(64) not null default '',
    -- Discounts, shipping, rates and parcels, as JSON: see ArrivalSheet.
    sheet text not null,
    note varchar(4000) not null default '',
    created_at datetime(3) not null,
    logged_at datetime(3),
    version int not null default 1,
    key arrival_of (collector_id, came_on),
    key arrival_lines (collector_id, lines_hash),
    constraint arrival_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table giver (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    arrival_id bigint not null,
    position int not null,
    -- Empty where the giver asked not to be named.
    name varchar(160) not null default '',
    naming varchar(10) not null,
    -- The name of one who asked not to be named, encrypted, where the collector wants it kept.
    sealed varbinary(900),
    thanks_owed boolean not null default true,
    thanked_on date,
    note varchar(1000) not null default '',
    version int not null default 1,
    key giver_of (arrival_id, position),
    constraint giver_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint giver_arrival foreign key (arrival_id) references arrival (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table arrival_line (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    arrival_id bigint not null,
    position int not null,
    kind varchar(8) not null,
    state varchar(8) not null,
    name varchar(160) not null,
    maker varchar(120) not null default '',
    written varchar(1100) not null default '',
    paint_id bigint,
    giver_id bigint,
    form varchar(10),
    volume decimal(8, 2),
    quantity int not null,
    to_give int not null default 0,
    gift_for varchar(160) not null default '',
    unit_price decimal(12, 3),
    list_price decimal(12, 3),
    discount_percent decimal(5, 2) not null default 0,
    goods decimal(12, 3),
    landed decimal(12, 3),
    currency char(3) not null,
    parcel int,
    key arrival_line_of (arrival_id, position),
    key arrival_line_paint (paint_id),
    constraint arrival_line_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint arrival_line_arrival foreign key (arrival_id) references arrival (id) on delete cascade,
    constraint arrival_line_paint foreign key (paint_id) references paint (id) on delete set null,
    constraint arrival_line_giver foreign key (giver_id) references giver (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table dotcard (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    arrival_id bigint,
    line_id bigint,
    number int not null,
    name varchar(160) not null,
    sheets int not null,
    columns_across int not null,
    rows_down int not null,
    direction varchar(20) not null,
    price decimal(12, 3),
    currency char(3),
    note varchar(2000) not null default '',
    version int not null default 1,
    unique key dotcard_number (collector_id, number),
    constraint dotcard_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint dotcard_arrival foreign key (arrival_id) references arrival (id) on delete set null,
    constraint dotcard_line foreign key (line_id) references line (id)
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table dot (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    dotcard_id bigint not null,
    position int not null,
    name varchar(160) not null,
    colour_id bigint,
    paint_id bigint,
    holding_id bigint,
    state varchar(10) not null,
    note varchar(300) not null default '',
    version int not null default 1,
    unique key dot_position (dotcard_id, position),
    key dot_paint (paint_id),
    constraint dot_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint dot_card foreign key (dotcard_id) references dotcard (id) on delete cascade,
    constraint dot_colour foreign key (colour_id) references colour (id) on delete set null,
    constraint dot_paint foreign key (paint_id) references paint (id) on delete set null,
    constraint dot_holding foreign key (holding_id) references holding (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table pour (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    paint_id bigint not null,
    -- The tube it came from.
    holding_id bigint,
    form varchar(10) not null,
    pans int not null,
    each_ml decimal(6, 2) not null,
    second_ml decimal(6, 2) not null default 0,
    poured_on date not null,
    second_on date,
    hard_on date,
    boxed_on date,
    kept_where varchar(160) not null default '',
    seen varchar(200) not null default '',
    note varchar(1000) not null default '',
    version int not null default 1,
    key pour_of (collector_id, hard_on),
    key pour_paint (paint_id),
    constraint pour_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint pour_paint foreign key (paint_id) references paint (id) on delete cascade,
    constraint pour_holding foreign key (holding_id) references holding (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

alter table holding
    add column arrival_id bigint,
    add column pour_id bigint,
    add constraint holding_arrival foreign key (arrival_id) references arrival (id) on delete set null,
    add constraint holding_pour foreign key (pour_id) references pour (id) on delete set null;

-- A picture or leaflet of the maker, kept with the line.
create table leaflet (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    line_id bigint not null,
    title varchar(160) not null,
    media_type varchar(40) not null,
    bytes longblob not null,
    at datetime(3) not null,
    key leaflet_of (line_id),
    constraint leaflet_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint leaflet_line foreign key (line_id) references line (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

-- By this secret word alone a calendar may read when pans are hard; empty until it is asked for.
alter table collector add column calendar_word char(43), add unique key collector_calendar (calendar_word);
