-- What twenty thousand paints are found by.
create index holding_volume on holding (collector_id, volume, paint_id);
create index paint_standing on paint (collector_id, standing, order_key);

-- The words of a collection, each once, by length: what a misspelt word is mended from. Words no longer used may stay.
create table word (
    collector_id bigint not null,
    length tinyint not null,
    word varchar(60) not null collate utf8mb4_bin,
    primary key (collector_id, length, word),
    constraint word_collector foreign key (collector_id) references collector (id) on delete cascade
) engine = innodb default charset = utf8mb4;
insert into word (collector_id, length, word) select distinct collector_id, char_length(word), word from paint_word;
