# frozen_string_literal: true

# Every paper that was signed or given out can be had in each language, and a replaced certificate says that it is.
Sequel.migration do
  owners = { conclusion_papers: :conclusion_id, long_report_papers: :report_id }

  up do
    owners.each do |table, owner|
      alter_table(table) do
        add_column :language, String, size: 2, fixed: true, null: false, default: "en"
        add_index [owner, :signature_count, :language], unique: true, name: :"#{table}_drawn_once"
        drop_index [owner, :signature_count], name: owner
      end
    end

    alter_table(:proof_certificates) do
      add_column :language, String, size: 2, fixed: true, null: false, default: "en"
    end

    # The certificate itself keeps the paper that was given out; these are the others.
    create_table(:certificate_papers) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :certificate_id, :proof_certificates, null: false
      String :language, size: 2, fixed: true, null: false
      String :standing, size: 12, null: false, default: ""
      String :sha256, size: 64, fixed: true, null: false
      column :content, "mediumblob", null: false
      DateTime :created_at, null: false, size: 6
      unique %i[certificate_id language standing]
    end
  end

  down do
    drop_table(:certificate_papers)
    alter_table(:proof_certificates) { drop_column :language }
    owners.each do |table, owner|
      from(table).exclude(language: "en").delete
      alter_table(table) do
        add_index [owner, :signature_count], unique: true, name: owner
        drop_index [owner, :signature_count, :language], name: :"#{table}_drawn_once"
        drop_column :language
      end
    end
  end
end
