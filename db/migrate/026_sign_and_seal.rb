# frozen_string_literal: true

# Keys that sign for an installation, and which of others are believed; what each hand was signed by; the rows that
# figures follow from, in the chain by their hashes; what packages say and nobody here has proved.
Sequel.migration do
  hands = %i[signatures conclusion_signatures long_report_signatures statement_withdrawals instrument_checks
             proof_certificates]
  papers = { documents: [%i[statement_id format signature_count language standing], :documents_drawn_once],
             conclusion_papers: [%i[conclusion_id signature_count language], :conclusion_papers_drawn_once],
             long_report_papers: [%i[report_id signature_count language], :long_report_papers_drawn_once],
             certificate_papers: [%i[certificate_id language standing], :certificate_id] }
  up do
    create_table(:signing_keys) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :fingerprint, size: 64, fixed: true, null: false, unique: true
      column :public_key, "text", null: false
      String :name, size: 200, null: false, default: ""
      TrueClass :own, null: false, default: false
      # Which key it came after, and what that one signed of it; null: the first, or one that no earlier key vouches
      # for.
      foreign_key :succeeds_id, :signing_keys
      column :seal_text, "text"
      String :seal_key, size: 64, fixed: true
      String :seal, size: 88, fixed: true
      foreign_key :person_id, :people # null: made at set-up
      DateTime :created_at, null: false, size: 6
    end

    create_table(:key_trusts) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :key_id, :signing_keys, null: false
      TrueClass :trusted, null: false
      String :reason, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
    end

    hands.each do |table|
      alter_table(table) do
        add_column :seal_text, "text"
        add_column :seal_key, "char(64)"
        add_column :seal, "char(88)"
      end
    end

    # A paper's code opens its record at the address that was set when it was drawn: another address, another paper.
    alter_table(:proof_certificates) { add_column :address, String, size: 200, null: false, default: "" }
    papers.each do |table, (place, once)|
      alter_table(table) do
        add_column :address, String, size: 200, null: false, default: ""
        add_index [*place, :address], unique: true, name: :"#{table}_drawn_at"
        drop_index place, name: once
      end
    end

    # The head of the chain, signed once a day.
    create_table(:chain_seals) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      Integer :event_id, null: false
      String :sha256, size: 64, fixed: true, null: false
      column :seal_text, "text", null: false
      String :seal_key, size: 64, fixed: true, null: false
      String :seal, size: 88, fixed: true, null: false
      DateTime :created_at, null: false, size: 6
    end

    # What came of looking at everything.
    create_table(:verifications) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      Integer :broken, null: false
      Float :seconds, null: false
      column :content, "longtext", null: false
      DateTime :created_at, null: false, size: 6
      constraint(:verification_is_json) { Sequel.function(:json_valid, :content) }
    end

    # Rows that an event wrote, each with its hash: {table: {key: hash, or null for one that is gone}}.
    %i[events carried_events].each do |table|
      alter_table(table) { add_column :sealed, "longtext" }
    end

    alter_table(:carried_events) { add_index %i[subject_uid action], name: :carried_about }

    # The last hash of each row, for whoever looks at one lot; what proves it is the chain.
    create_table(:row_seals) do
      String :table_name, size: 40, null: false
      String :row_key, size: 80, null: false
      String :sha256, size: 64, fixed: true
      primary_key %i[table_name row_key]
    end

    create_table(:hearsay) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      foreign_key :package_id, :packages, null: false
      foreign_key :lot_id, :lots
      String :table_name, size: 40, null: false
      String :row_uid, size: 26, fixed: true
      # Set: it stands in its table, marked. Null: it is only said.
      Integer :row_id
      String :said_by, size: 200, null: false, default: ""
      DateTime :said_at, size: 6
      column :content, "longtext", null: false
      String :why, size: 400, null: false
      DateTime :created_at, null: false, size: 6
      index %i[table_name row_id]
      index %i[table_name row_uid]
      constraint(:hearsay_content_is_json) { Sequel.function(:json_valid, :content) }
    end

    # How something that was only said ended: taken over by somebody here, or proved by a later package.
    create_table(:hearsay_ends) do
      foreign_key :hearsay_id, :hearsay, primary_key: true
      column :how, "enum('taken over','proved')", null: false
      String :reason, size: 400, null: false, default: ""
      foreign_key :person_id, :people, null: false
      DateTime :created_at, null: false, size: 6
    end
  end

  down do
    %i[hearsay_ends hearsay row_seals].each { |table| drop_table(table) }
    alter_table(:carried_events) { drop_index %i[subject_uid action], name: :carried_about }
    %i[events carried_events].each { |table| alter_table(table) { drop_column :sealed } }
    drop_table(:verifications)
    drop_table(:chain_seals)
    papers.each do |table, (place, once)|
      from(table).exclude(address: "").delete
      alter_table(table) do
        add_index place, unique: true, name: once
        drop_index [*place, :address], name: :"#{table}_drawn_at"
        drop_column :address
      end
    end
    alter_table(:proof_certificates) { drop_column :address }
    hands.each { |table| alter_table(table) { %i[seal_text seal_key seal].each { |name| drop_column name } } }
    %i[key_trusts signing_keys].each { |table| drop_table(table) }
  end
end
