# frozen_string_literal: true

require "csv"
require_relative "chain_helpers"
require_relative "package_folder"
require_relative "repacked"

# Packages of one installation in another one, whole or changed by somebody who knows how they are built.
module Elsewhere
  include PackageFolder
  include Repacked
  include ChainHelpers

  Packages = PackageFolder::Packages
  Journal = MildAnvil::Store::Events
  Actions = MildAnvil::Actions
  Models = MildAnvil::Store::Models

  def made
    lot_with_breaks(8.11, 8.42, 7.93).tap do |lot|
      judge(import(lot, log_text(peak_newtons: 8150)), "break", failed_part: "specimen")
      sign(lot)
    end
  end

  # Away from where it was made.
  def elsewhere(file)
    OwnerDatabase.empty
    %i[@person @reviewer @job].each { |name| instance_variable_set(name, nil) }
    file
  end

  def administrator = @administrator ||= add_person("administrator")
  def stranger = @stranger ||= OpenSSL::PKey.generate_key("ED25519")

  def trust(key, trusted: true)
    known = Actions::Signing::Keys.know(key.public_to_pem, name: "Elsewhere")
    Actions::Signing::Keys.trust(known.id, trusted: trusted, reason: "told by telephone", person_id: administrator.id)
  end

  def problems(file) = Packages::TakeIn.look(file)[:problems]
  def here = Models::Lot.first
  def judged = here.pulls.map { |pull| pull.judgement&.counts_as }

  def restated(file, body)
    text = Actions::Canonical.text(body)
    sha256 = OpenSSL::Digest::SHA256.hexdigest(text)
    old = Models::Statement.first.sha256
    statements = rows_changed do |row|
      row["body"] = text
      row["sha256"] = sha256
    end
    forged({ "data/statements.csv" => statements,
             "data/signatures.csv" => rows_changed { |row| row["sha256"] = sha256 },
             "data/events.csv" => ->(csv) { rechained(csv.gsub(old, sha256)) } }, of: file)
  end

  # Every entry hashed anew, each on the one before.
  def rechained(csv)
    table = CSV.parse(csv, headers: true)
    previous = Journal::START
    table.each do |row|
      row["previous_sha256"] = previous
      typed = row.to_h.transform_keys(&:to_sym)
      typed.update(at: Time.iso8601(row["at"]), person_id: row["written_person_id"]&.to_i,
                   subject_id: row["written_subject_id"]&.to_i, lot_id: row["written_lot_id"]&.to_i)
      row["sha256"] = previous = Journal.digest(typed)
    end
    table.to_csv
  end

  def add(table, row)
    { "data/#{table}.csv" => lambda do |text|
      header = CSV.parse_line(text)
      cells = header.map do |name|
        row[name.to_sym].then do |v|
          v.is_a?(Time) ? v.utc.strftime("%Y-%m-%dT%H:%M:%S.%6NZ") : v
        end
      end
      "#{text.chomp}\n#{cells.to_csv}"
    end }
  end

  # An entry in the journal, hashed as it must be.
  def event(pull, person, **after)
    last = DATABASE[:events].order(:id).last
    row = { uid: ULID.generate, at: Time.now.utc.round(6), person_id: person.id, action: "judge_pull",
            subject_type: "Pull", subject_id: pull.id, lot_id: pull.lot_id, before: "{}",
            after: JSON.generate(after), previous_sha256: last[:sha256] }
    { **row, sha256: Journal.digest(row), subject_uid: pull.uid, written_person_id: person.id,
             written_subject_id: pull.id, written_lot_id: pull.lot_id }
  end
end
