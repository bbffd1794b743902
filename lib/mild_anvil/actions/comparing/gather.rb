# frozen_string_literal: true

module MildAnvil
  module Actions
    module Comparing
      # The groups of a comparison as the core takes them, read from lots.
      class Gather
        Compare = Core::Compare
        CONDITIONS = { "Direction" => :direction, "Configuration" => :configuration, "Condition" => :item_condition,
                       "Fixture and set-up" => :setup_class }.freeze
        RATE = "newtons_per_second"

        # @param lots [Array<Store::Models::Lot>]
        # @param comparable [Core::Compare::Comparable]
        def initialize(lots, comparable)
          @lots = lots
          @by = comparable
          @facts = LotFacts.many(lots)
        end

        # @return [Array<Core::Compare::Side>]
        def sides = @sides ||= @facts.map { |facts| side(facts) }

        # @return [Array<String>] keys of what at least one of the lots gives
        def available
          kinds = found.values.flat_map { |rows| rows.map { |row| row[:kind] } }.uniq
          Compare::Comparable::ALL.select { |c| c.kind.nil? || kinds.include?(c.kind) }.map(&:key)
        end

        # @return [Hash{String => Object}] everything that the figures follow from, with what it was read from
        def inputs
          @facts.to_h do |facts|
            [facts.lot.uid, { name: facts.lot.name, pulls: pulls(facts) }]
          end
        end

        private

        def side(facts)
          lot = facts.lot
          making = makings[lot.id]
          Compare::Side.new(key: lot.id, name: lot.name, sample: sample(facts), levels: levels(lot),
                            conditions: CONDITIONS.transform_values { |column| lot[column].to_s },
                            rate: median(rates(facts)), item: Library.item_type(lot.item_type).name,
                            places: FoundWords.failures(facts), grams: making&.grams,
                            cost: costs[lot.id],
                            minutes: making&.minutes, claims: claims(lot)).freeze
        end

        def sample(facts)
          return facts.sample if @by.kind.nil?

          Core::Rating::Sample.new(facts.pulls.zip(facts.placed).filter_map do |pull, placed|
            observation(pull, placed)
          end)
        end

        # A pull that broke gives its number; one that did not gives a lower bound where its end bounds it.
        def observation(pull, placed)
          return unless placed.state == "counted"

          value = value_of(pull) or return
          bound = @by.ends && !Core::Judgement::Rules.fails?(placed.pull.counts_as)
          Core::Rating::Observation.checked(counts_as: bound ? :at_least : :break, value_si: value,
                                            label: pull.number.to_s, reference: pull.id, mode: placed.pull.mode,
                                            preloaded: placed.pull.preloaded?, specimen: placed.pull.specimen)
        end

        # As it was found, or as somebody overruled it; what is no force cannot be overruled by one.
        def value_of(pull)
          row = found.fetch(pull.id, []).find { |one| one[:kind] == @by.kind } or return
          value = @by.extra ? row[:extra][@by.extra] : overruled.fetch(row[:id], row[:value_si])
          value&.positive? ? value : nil
        end

        def levels(lot)
          groups.fetch(lot.id, []).to_h do |group|
            [group.factor.name, Compare::Side::Level.new(name: group.level.name, value: group.level.value,
                                                         unit: group.factor.unit).freeze]
          end
        end

        def counted(facts)
          facts.pulls.zip(facts.placed).filter_map { |pull, placed| pull if placed.state == "counted" }
        end

        def groups
          @groups ||= Store::Models::StudyGroup.where(lot_id: @lots.map(&:id)).order(:lot_id, :factor_id)
                                               .eager(:factor, :level).all.group_by(&:lot_id)
        end

        def claims(lot) = InputTerms.claims(lot).map { |row| Core::Rating::Claim.from_h(row) }
        def makings = @makings ||= Store::Models::Making.of(@lots.map(&:id))

        def costs = @costs ||= EachPull.costs(@lots.map(&:id))

        def rates(facts)
          counted(facts).filter_map do |pull|
            found.fetch(pull.id, []).find { |row| row[:kind] == "rate" }&.dig(:extra, RATE)
          end
        end

        def median(values) = values.empty? ? nil : values.sort[values.size / 2]

        # Of every recording the newest analysis.
        # @return [Hash{Integer => Array<Hash>}] id, kind, value_si, extra by pull
        def found
          @found ||= begin
            kinds = ["rate", *Compare::Comparable::ALL.filter_map(&:kind)]
            Store::Models::Finding.db[:findings]
                                  .join(newest, { analysis_id: Sequel[:findings][:analysis_id] }, table_alias: :newest)
                                  .where(kind: kinds, ordinal: 0)
                                  .select_map([:pull_id, Sequel[:findings][:id], :kind, :value_si, :extra])
                                  .group_by(&:first).transform_values { |rows| rows.map { |row| finding(row) } }
          end
        end

        def finding((_, id, kind, value, extra))
          { id: id, kind: kind, value_si: value, extra: JSON.parse(extra) }
        end

        def newest
          Store::Models::Recording.db[:recordings]
                                  .join(:analyses, recording_id: Sequel[:recordings][:id])
                                  .where(pull_id: @facts.flat_map { |f| f.pulls.map(&:id) })
                                  .group(:pull_id)
                                  .select(:pull_id, Sequel.function(:max, Sequel[:analyses][:id]).as(:analysis_id))
        end

        def overruled
          @overruled ||= begin
            ids = found.values.flatten.map { |row| row[:id] }
            rows = Store::Models::Override.where(finding_id: ids).order(:id).all
            undone = rows.filter_map(&:undoes_id)
            rows.reject { |r| r.undoes_id || undone.include?(r.id) }.to_h { |r| [r.finding_id, r.value_si] }.compact
          end
        end

        def pulls(facts)
          facts.pulls.zip(facts.placed).map do |pull, placed|
            judgement = facts.judgement(pull)
            { id: pull.uid, number: pull.number, state: placed.state, judgement: judgement&.uid,
              counts_as: judgement&.counts_as, value_si: judgement&.value_si, upper_si: judgement&.upper_si,
              by_si: @by.kind && placed.state == "counted" ? value_of(pull) : nil }.compact
          end
        end
      end
    end
  end
end
