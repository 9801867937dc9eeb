-- What is left and from what that is known, what was parted with, and what is to buy.

-- Of a maker’s tube of one size, or of any maker’s; weighed once.
create table tube_weight (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    maker_id bigint,
    volume decimal(8, 2) not null,
    full_g double,
    empty_g double,
    version int not null default 1,
    key tube_weight_of (collector_id, maker_id, volume),
    constraint tube_weight_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint tube_weight_maker foreign key (maker_id) references maker (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table left_estimate (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    holding_id bigint not null,
    how varchar(8) not null,
    grams double,
    left_percent int not null,
    plus_minus int not null,
    said varchar(300) not null default '',
    looked_on date not null,
    key left_estimate_of (holding_id, looked_on),
    constraint left_estimate_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint left_estimate_holding foreign key (holding_id) references holding (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table parting (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    holding_id bigint not null,
    state varchar(12) not null,
    whom varchar(160) not null default '',
    note varchar(300) not null default '',
    parted_on date not null,
    key parting_of (holding_id, id),
    constraint parting_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint parting_holding foreign key (holding_id) references holding (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table shop (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    name varchar(160) not null,
    delivery decimal(12, 2),
    free_from decimal(12, 2),
    currency char(3) not null,
    version int not null default 1,
    unique key shop_name (collector_id, name),
    constraint shop_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;

create table shopping_item (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    paint_id bigint not null,
    shop_id bigint,
    pieces int not null default 1,
    why varchar(600) not null default '',
    price decimal(12, 2),
    currency char(3),
    volume decimal(8, 2),
    ticked_at datetime(3),
    version int not null default 1,
    unique key shopping_once (paint_id),
    key shopping_of (collector_id, shop_id),
    constraint shopping_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint shopping_paint foreign key (paint_id) references paint (id) on delete cascade,
    constraint shopping_shop foreign key (shop_id) references shop (id) on delete set null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;
