# frozen_string_literal: true

module MildAnvil
  module Actions
    module Upkeep
      # Rules of the shop: what must be examined, tested or retired, and what was done about it.
      module Rules
        SUBJECTS = { "gear" => Store::Models::Gear, "instrument" => Store::Models::Instrument,
                     "bench" => Store::Models::Bench }.freeze
        FIELDS = %i[subject subject_id name what months uses after_overload retires source].freeze

        module_function

        # @param values [Hash] of FIELDS, since as YYYY-MM-DD
        # @return [Store::Models::UpkeepRule]
        # @raise [InvalidInput, NotFound]
        def add(values:, person_id:)
          person = People.fetch!(person_id)
          columns = columns(values)
          Store::Database.write do
            row = Store::Models::UpkeepRule.create(person_id: person.id, **columns)
            Store::Events.record(:add_upkeep_rule, row, person_id: person.id, after: columns.transform_values(&:to_s))
            row
          end
        end

        def retire(id:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            row = Store::Models::UpkeepRule.locked!(id)
            raise Conflict, "The rule is withdrawn already" if row.retired_at

            row.update(retired_at: Time.now)
            Store::Events.record(:retire_upkeep_rule, row, person_id: person.id)
            row
          end
        end

        # @param result [String] passed, failed or retired
        # @param done_on [String] YYYY-MM-DD
        def record(rule_id:, done_on:, result:, person_id:, words: "")
          person = People.fetch!(person_id)
          day = day(done_on, :done_on)
          refuse(:done_on, "It has not come yet") if day > Time.now.to_date
          refuse(:words, "Say what was found") if result != "passed" && words.to_s.strip.empty?
          Store::Database.write do
            rule = Store::Models::UpkeepRule.locked!(rule_id)
            raise Conflict, "The rule is withdrawn" if rule.retired_at

            last = rule.records.last
            raise Conflict, "It was retired on #{last.done_on}" if last&.result == "retired"

            if last && day < last.done_on
              refuse(:done_on,
                     "The last entry is of #{last.done_on}: enter what came after")
            end

            row = Store::Models::UpkeepRecord.create(rule_id: rule.id, done_on: day, result: result,
                                                     words: words.to_s.strip,
                                                     person_id: person.id)
            Store::Events.record(:record_upkeep, row, person_id: person.id,
                                                      after: { rule: rule.what, result: result, on: done_on })
            row
          end
        end

        def columns(values)
          wrong = {}
          wrong[:what] = "is needed" if values[:what].to_s.strip.empty?
          unless values[:months] || values[:uses] || values[:after_overload]
            wrong[:months] = "or uses, or an overload: say when it comes due"
          end
          wrong.merge!(of_whom(values))
          if wrong.any?
            raise InvalidInput.new("The rule cannot be kept: #{wrong.map do |k, v|
              "#{k} #{v}"
            end.join('; ')}", fields: wrong)
          end

          { **values.slice(*FIELDS), name: values[:name].to_s.strip,
                                     since: day(values[:since] || Time.now.to_date.iso8601, :since) }
        end
        private_class_method :columns

        def of_whom(values)
          return values[:name].to_s.strip.empty? ? { name: "is needed" } : {} if values[:subject] == "other"

          row = SUBJECTS.fetch(values[:subject]).first(id: values[:subject_id])
          return { subject_id: "is not in the register" } if row.nil?

          values[:uses] && values[:subject] != "gear" ? { uses: "are counted for gear only" } : {}
        end
        private_class_method :of_whom

        def day(text, field)
          Date.iso8601(text)
        rescue Date::Error
          refuse(field, "“#{text}” is no date")
        end
        private_class_method :day

        def refuse(field, words) = raise(InvalidInput.new(words, fields: { field => words }))
        private_class_method :refuse
      end
    end
  end
end
