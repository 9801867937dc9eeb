-- The strip a dot was cut into. Of cards cut before it is told by the note their strips were given.
alter table dot
    add column swatch_id bigint,
    add constraint dot_swatch foreign key (swatch_id) references swatch (id) on delete set null;

update dot d
    join (select paint_id, min(id) id from swatch where kind = 'STRIP' and note = 'cut from its dot card' group by paint_id) s
        on s.paint_id = d.paint_id
set d.swatch_id = s.id
where d.state in ('THERE', 'SMEARED');
