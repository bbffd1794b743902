# frozen_string_literal: true

# Every chunk with its own hash, so that it is looked at whenever it is handed out.
Sequel.migration do
  up do
    alter_table(:chunks) { add_column :sha256, "binary(32)" }
    alter_table(:source_file_chunks) { add_column :sha256, "binary(32)" }
    %i[chunks source_file_chunks].each do |table|
      from(table).update(sha256: Sequel.function(:unhex, Sequel.function(:sha2, :content, 256)))
      alter_table(table) { set_column_not_null :sha256 }
    end
  end

  down do
    alter_table(:chunks) { drop_column :sha256 }
    alter_table(:source_file_chunks) { drop_column :sha256 }
  end
end
