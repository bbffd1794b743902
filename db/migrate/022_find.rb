# frozen_string_literal: true

# Words in reasons, remarks and labels are found by their own indexes: with every word, however common.
Sequel.migration do
  indexed = { judgements: %i[reason], pulls: %i[note], aftermaths: %i[words], specimens: %i[label note],
              source_files: %i[name] }

  up do
    run "SET SESSION innodb_ft_enable_stopword = 0"
    indexed.each do |table, columns|
      alter_table(table) { add_full_text_index columns, name: :"#{table}_words" }
    end
    alter_table(:specimens) { add_index :label, name: :specimens_label }
  end

  down do
    alter_table(:specimens) { drop_index :label, name: :specimens_label }
    indexed.each { |table, columns| alter_table(table) { drop_index columns, name: :"#{table}_words" } }
  end
end
