-- Which of several servers reads a picture, so that what a server left lying when it ended is known as its own.
alter table scan add column reader varchar(40) not null default '';
-- Counted up by every act: of two acts of one collector that are saved on two nodes of a cluster at once, only one can be,
-- since both write here; the other is done again.
alter table collector add column turn bigint not null default 0;
-- When each server last found that it can write here.
create table readiness (
    server varchar(40) not null primary key,
    at datetime(3) not null
) engine = innodb default charset = utf8mb4 collate = utf8mb4_unicode_ci;
