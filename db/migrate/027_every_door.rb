# frozen_string_literal: true

# What takes many steps and is not through; a second factor of signing in; which key a key was made with; pictures as
# they came, apart from those that are shown.
Sequel.migration do
  up do
    # Made before there is anything else where a restore or an upgrade begins.
    create_table?(:unfinished_work) do
      String :what, size: 20, primary_key: true
      String :words, size: 400, null: false, default: ""
      DateTime :since, null: false, size: 6
    end

    create_table(:account_otp_keys) do
      foreign_key :id, :accounts, primary_key: true, type: :Bignum
      String :key, size: 200, null: false
      Integer :num_failures, null: false, default: 0
      DateTime :last_use, null: false, default: Sequel::CURRENT_TIMESTAMP
    end

    create_table(:account_recovery_codes) do
      foreign_key :id, :accounts, type: :Bignum
      String :code, size: 80
      primary_key %i[id code]
    end

    # Names that nobody has are counted and locked like those that somebody has: nothing tells them apart.
    create_table(:strange_logins) do
      String :login_sha256, size: 64, fixed: true, primary_key: true
      Integer :number, null: false, default: 1
      DateTime :locked_until, size: 6
      DateTime :tried_at, null: false, size: 6, index: true
    end

    alter_table(:tokens) { add_foreign_key :made_with_id, :tokens }

    create_table(:attachment_originals) do
      foreign_key :attachment_id, :attachments, primary_key: true
      String :sha256, size: 64, fixed: true, null: false
      column :content, "mediumblob", null: false
      DateTime :created_at, null: false, size: 6
    end
  end

  down do
    drop_table(:attachment_originals)
    alter_table(:tokens) { drop_foreign_key :made_with_id }
    drop_table(:strange_logins, :account_recovery_codes, :account_otp_keys)
    drop_table(:unfinished_work)
  end
end
