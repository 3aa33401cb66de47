-- Old answers are cleared away by their age; without this every clean-up would look at all of them.
CREATE INDEX answers_by_age ON answers (at);
