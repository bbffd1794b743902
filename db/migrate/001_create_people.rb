# frozen_string_literal: true

# Who works here, how they sign in, and what they may do. Accounts belong to the sign-in library; persons are named by
# everything else.
Sequel.migration do
  change do
    create_table(:people) do
      primary_key :id
      String :uid, size: 26, fixed: true, null: false, unique: true
      String :name, size: 120, null: false
      TrueClass :active, null: false, default: true
      DateTime :created_at, null: false, size: 6
      constraint(:person_has_a_name) { char_length(name) > 0 }
    end

    create_table(:person_roles) do
      foreign_key :person_id, :people, null: false
      column :role, "enum('technician','reviewer','administrator','viewer')", null: false
      primary_key %i[person_id role]
    end

    create_table(:accounts) do
      primary_key :id, type: :Bignum
      foreign_key :person_id, :people, null: false, unique: true
      String :login, size: 120, null: false, unique: true
      Integer :status_id, null: false, default: 2
      String :password_hash, size: 255, null: false
      constraint(:account_status) { Sequel.expr(status_id: [1, 2, 3]) }
    end

    create_table(:account_login_failures) do
      foreign_key :id, :accounts, type: :Bignum, primary_key: true
      Integer :number, null: false, default: 1
    end

    create_table(:account_lockouts) do
      foreign_key :id, :accounts, type: :Bignum, primary_key: true
      String :key, size: 64, null: false
      DateTime :deadline, null: false
      DateTime :email_last_sent
    end

    create_table(:account_active_session_keys) do
      foreign_key :account_id, :accounts, type: :Bignum, null: false
      String :session_id, size: 64, null: false
      DateTime :created_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      DateTime :last_use, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[account_id session_id]
    end

    create_table(:settings) do
      String :name, size: 40, primary_key: true
      String :value, size: 200, null: false
    end

    # For scripts: the token itself is shown once and never kept.
    create_table(:tokens) do
      primary_key :id
      foreign_key :person_id, :people, null: false
      String :name, size: 80, null: false
      String :token_sha256, size: 64, fixed: true, null: false, unique: true
      DateTime :created_at, null: false, size: 6
      DateTime :revoked_at, size: 6
    end
  end
end
