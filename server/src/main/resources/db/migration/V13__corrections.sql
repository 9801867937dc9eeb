-- A draft that corrects a logged arrival: what it says takes the place of what was logged.
alter table arrival
    add column corrects bigint,
    add constraint arrival_corrects foreign key (corrects) references arrival (id) on delete cascade;

-- Names in other languages as a label gives them, where no maker's chart does; parted by " / ".
alter table paint
    add column other_names varchar(400) not null default '';

-- The number of a record that turned out to be another: labels written with it lead there.
create table merged_number (
    id bigint not null auto_increment primary key,
    collector_id bigint not null,
    accession int not null,
    paint_id bigint not null,
    unique key merged_number_of (collector_id, accession),
    constraint merged_number_collector foreign key (collector_id) references collector (id) on delete cascade,
    constraint merged_number_paint foreign key (paint_id) references paint (id) on delete cascade
) engine = innodb default charset = utf8mb4;
