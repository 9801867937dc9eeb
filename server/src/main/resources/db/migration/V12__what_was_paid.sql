-- What was paid for a line, with its part of the order's discount taken off.
alter table arrival_line
    add column paid decimal(12, 3);
