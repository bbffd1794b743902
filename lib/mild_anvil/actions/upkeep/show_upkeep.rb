# frozen_string_literal: true

module MildAnvil
  module Actions
    module Upkeep
      # What must be examined or retired, what is due first.
      class ShowUpkeep
        ORDER = %w[failed due soon ok retired].freeze

        def initialize(today: Time.now.to_date)
          @today = today
        end

        # @return [Hash] rules, templates, things that a rule may be about
        def call
          { rules: rows, templates: Catalogue.upkeep_templates, things: things }
        end

        # @return [Array<Hash>] what is due or failed
        def waiting = rows.select { |row| %w[failed due soon].include?(row[:state]) }

        # @return [Array<Hash>]
        def rows
          @rows ||= rules.map do |rule|
            row(rule)
          end.sort_by { |r| [ORDER.index(r[:state]), r[:due_on] || Date.new(9999), r[:name]] }
        end

        private

        def rules = @rules ||= Store::Models::UpkeepRule.in_use.eager(records: :person).all

        def row(rule)
          found = due(rule).on(@today)
          { id: rule.id, subject: rule.subject, subject_id: rule.subject_id, name: name(rule), what: rule.what,
            state: found.state,
            words: found.words, due_on: due(rule).date, months: rule.months, uses: rule.uses, used: uses(rule),
            after_overload: rule.after_overload, retires: rule.retires, source: rule.source, since: rule.since,
            records: rule.records.reverse.map do |r|
              { done_on: r.done_on, result: r.result, words: r.words, person: r.person.name }
            end }
        end

        def due(rule)
          records = rule.records.map { |r| Core::Upkeep::Due::Record.new(done_on: r.done_on, result: r.result) }
          Core::Upkeep::Due.new(Core::Upkeep::Due::Rule.new(**rule.values.slice(:months, :uses, :after_overload,
                                                                                :retires, :since)),
                                records, uses: uses(rule), overloaded_on: if overloads[rule.subject_id] &&
                                  rule.subject == "instrument"
                                                                            overloads[rule.subject_id]
                                                                          end)
        end

        # Pulls in which it stood since it last passed; for what is retired by its age, all of them.
        def uses(rule)
          return 0 unless rule.subject == "gear" && rule.uses

          passed = rule.records.reverse.find { |r| r.result == "passed" } unless rule.retires
          from = (passed&.done_on || rule.since).to_time
          Store::Models::GearLoad.where(gear_id: rule.subject_id).join(:pulls, id: :pull_id)
                                 .where { Sequel[:pulls][:created_at] >= from }.count
        end

        def overloads
          @overloads ||= Store::Models::Overload.where(withdrawn_at: nil).group(:instrument_id)
                                                .select_hash(:instrument_id, Sequel.function(:max, :at).as(:at))
                                                .transform_values { |at| at.localtime.to_date }
        end

        def name(rule)
          return rule.name if rule.subject == "other"

          (@names ||= {})[[rule.subject,
                           rule.subject_id]] ||= Rules::SUBJECTS.fetch(rule.subject)[rule.subject_id]&.name || "?"
        end

        def things
          Rules::SUBJECTS.flat_map do |subject, model|
            model.in_use.select_map(%i[id name]).map { |id, name| { subject: subject, id: id, name: name } }
          end
        end
      end
    end
  end
end
