# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # How each kind of act is done again here in another name.
      class Ways
        OWN = %w[id uid person_id created_at seal_text seal_key seal version].freeze

        # @param row [Store::Models::Hearsay]; @param person [Store::Models::Person]; @param words [String]
        def initialize(row, person, words)
          @row = row
          @said = row.content
          @person = person
          @words = words
        end

        def judgement
          return JudgePull.undo(pull_id: @said["pull_id"], person_id: @person.id) if @said["counts_as"].nil?

          stated = @said["stated_text"] && { text: @said["stated_text"], unit: @said["stated_unit"] }
          counts = @said["counts_as"]
          given = @said.slice("failed_part", "zone", "mode").transform_keys(&:to_sym)
          done = JudgePull.call(pull_id: @said["pull_id"], person_id: @person.id, counts_as: counts, **given,
                                stated: (stated if counts == "at_most"), upper: (stated if counts == "between"),
                                reason: reason(@said["reason"]))
          same_value!(done)
        end

        def override
          finding = Store::Models::Finding[@said["finding_id"]]
          pull_id = Store::Models::Recording[Store::Models::Analysis[finding.analysis_id].recording_id].pull_id
          at = { pull_id: pull_id, person_id: @person.id, kind: finding.kind, ordinal: finding.ordinal }
          return OverruleFinding.undo(**at) if @said["undoes_id"]

          typed = @said["text"] && { text: @said["text"], unit: @said["unit"] }
          OverruleFinding.call(**at, at_seconds: @said["at_seconds"], typed: typed, reason: reason(@said["reason"]))
        end

        def check
          cell = Store::Models::Instrument.locked!(@said["instrument_id"])
          columns = @said.except(*OWN).transform_keys(&:to_sym)
          check = Store::Models::InstrumentCheck.create(**columns, **KEEP.hand(@person, cell, @said["sha256"]))
          points(check)
          why = Verify::Checks.against(check.refresh)
          refuse(why) if why
          Store::Events.record(check.cross? ? :keep_cross_check : :keep_check, check,
                               person_id: @person.id,
                               after: { instrument: cell.name, passed: check.passed, sha256: check.sha256 })
          Chain::RefreshInstrument.call(cell)
        end

        def withdrawal
          statement = Store::Models::Statement.fetch!(@said["statement_id"])
          WithdrawStatement.call(statement_id: statement.id, sha256: statement.sha256, person_id: @person.id,
                                 reason: reason(@said["reason"]))
        end

        def signature
          refuse("only a review is taken over") unless @said["meaning"] == "reviewed"

          statement = Store::Models::Statement.fetch!(@said["statement_id"])
          CountersignStatement.call(statement_id: statement.id, sha256: statement.sha256, person_id: @person.id)
        end

        def plain
          table = @row.table_name.to_sym
          columns = @said.except(*OWN).transform_keys(&:to_sym)
          columns[:reason] = reason(columns[:reason])[0, 400] if columns.key?(:reason)
          id = Sequel::Model.db[table].insert(uid: ULID.generate, created_at: Time.now, person_id: @person.id,
                                              **columns)
          cell = columns[:instrument_id] or return id
          Chain::RefreshInstrument.call(Store::Models::Instrument.locked!(cell))
        end

        private

        KEEP = Chain::KeepCheck
        private_constant :KEEP

        def reason(words)
          day = @row.said_at&.strftime("%Y-%m-%d")
          ["Taken over from #{@row.said_by}#{", #{day}" if day}, as a package says: #{@words}", words.to_s.strip]
            .reject(&:empty?).join(". ")[0, 400]
        end

        # What is taken over says what was said, or nothing is.
        def same_value!(judgement)
          return if (judgement.value_si.to_f - @said["value_si"].to_f).abs <= 1e-9 * judgement.value_si.to_f.abs

          refuse("the reading of here gives another value than it says")
        end

        def points(check)
          said = Store::Models::Hearsay.where(package_id: @row.package_id, table_name: "check_points").order(:id).all
          said.select { |one| one.content["check_id"] == @row.row_uid }.each do |one|
            columns = one.content.except("id", "check_id").transform_keys(&:to_sym)
            Store::Models::CheckPoint.create(check_id: check.id, **columns)
          end
        end

        def refuse(why) = raise(InvalidInput, "Not taken over: #{why}")
      end
    end
  end
end
