# frozen_string_literal: true

# Which cells of a lesson somebody hung masses on, and how many pieces were pulled by then.
Sequel.migration do
  up { add_column :practice_runs, :checks, "longtext" }
  down { drop_column :practice_runs, :checks }
end
