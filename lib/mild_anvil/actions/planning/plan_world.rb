# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Gathers what a lot's plan stands on: registers, earlier lots, claims, what was pulled.
      class PlanWorld
        IN_THE_TRAIN = %w[connector rope jaw fixture].freeze
        MOST_TIMES = 500
        USUAL_FACTOR = 10.0

        # @param lot [Store::Models::Lot]
        # @param unit [String, nil] to show figures in; nil: the lot's own
        # @param content [Hash] of the plan that is asked about
        # @return [Core::Plan::World]
        def self.of(lot, unit: nil, content: {}) = new(lot, unit, content).world

        def initialize(lot, unit, content)
          @lot = lot
          @measurand = Catalogue.measurand(lot.measurand)
          @unit = @measurand.unit!(unit || lot.display_unit)
          @content = content
        end

        def world
          terms = @lot.terms
          Core::Plan::World.new(unit: @unit, units: Catalogue.units, measured: @measurand.units, claims: claims,
                                required_si: required(terms), lots: lots, link_lots: link_lots, groups: groups,
                                borrowed: ScatterLenders.borrowed(@lot),
                                largest_factor: largest_factor, gear: gear, benches: benches, near_misses: near_misses,
                                rules: rules, counted: Store::Models::LotSummary[@lot.id]&.breaks.to_i, made: made,
                                labels: labels, blocks: pieces.to_h, now: now, push: push?,
                                learned: learned, ended: ended, coverage: terms.coverage_share,
                                confidence: terms.confidence_share)
        end

        private

        def push? = @lot.direction == "compression"
        def claims = InputTerms.claims(@lot).map { |row| Core::Rating::Claim.from_h(row) }

        # What is wanted goes before what is claimed: a working load by the design factor in force.
        def required(terms)
          wanted = @lot.requirements.filter_map do |row|
            by_factor = terms.design_factor && (row.value_si * terms.design_factor)
            { "strength" => row.value_si, "working_load" => by_factor }[row.measure]
          end
          wanted.max || claims.filter_map { |claim| claim.strength_si unless claim.of_the_mean? }.max
        end

        def lots
          ScatterLenders.candidates(@lot).reject { |row| ScatterLenders.why_not(row) }
        end

        def link_lots
          ids = @content[:train].to_a.filter_map { |row| row[:lot_id] }
          ids.empty? ? [] : Store::Lenders.links.where(Sequel[:lots][:id] => ids).all
        end

        # The stock is one for all cells of a study.
        def groups
          study = PieceOrder.study_ids(@lot).first or return []
          StudyCells.lots(study).map do |cell|
            wanted = cell.id == @lot.id ? @content[:pulls] : cell.specimens_planned
            { name: cell.name, wanted: wanted.to_i }
          end
        end

        def largest_factor = Library.design_factors.map { |row| row[:high] }.max || USUAL_FACTOR

        def gear
          ids = @content[:train].to_a.filter_map { |row| row[:gear_id] }
          Store::Models::Gear.where(id: ids).all.to_h do |row|
            [row.id, row.values.slice(:name, :strength_newtons, :scatter_share, :inspection_due_on)
                        .merge(lapsed: !row.inspection_due_on.nil? && row.inspection_due_on < Time.now.to_date)]
          end
        end

        def benches
          Store::Models::Bench.in_use.eager(:instruments).all.map do |row|
            Core::Plan::BenchChoice::Bench.new(
              **row.values.slice(:id, :name, :kind, :pull_newtons, :push_newtons, :guard_newtons, :guard_joules,
                                 :stroke_metres, :bed_metres),
              slowest: row.slowest_metres_per_second, fastest: row.fastest_metres_per_second,
              cells: row.instruments.map { |cell| cell(cell) }
            )
          end
        end

        def cell(row)
          Core::Plan::BenchChoice::Cell.new(id: row.id, name: row.name, capacity_newtons: row.capacity_newtons,
                                            verified_low: row.usable_low,
                                            verified_high: row.usable_high,
                                            lapsed: row.lapsed?(Time.now.to_date))
        end

        def near_misses
          rows = Store::Models::NearMiss.where(Sequel.expr(bench_id: nil) | { bench_id: @content[:bench_id] })
          rows.all.map { |row| { what: row.what, metres: row.metres } }
        end

        def rules
          Library.proof_rules.map do |row|
            Core::Proof::Rule.new(key: row[:key], name: row[:name], source: row[:source], check: row[:check],
                                  steps: row[:steps].map { |step| step.transform_keys(&:to_sym) })
          end
        end

        # Label and block of every piece, in the order in which they are pulled.
        def pieces = @pieces ||= PieceOrder.of(@lot)

        # What was pulled on another day is no part of this one.
        def labels = pieces.map(&:first) - (times.keys - made.map { |row| row[:label] })

        # @return [Date, nil] nil: some day, with nothing made of it yet
        def day = @content.dig(:day, :date)&.then { |text| Date.iso8601(text) }

        def times = @times ||= PieceOrder.made(@lot)

        def made
          minutes = @content.dig(:day, :minutes_each) || learned.minutes
          @made ||= times.filter_map do |label, at|
            local = at.localtime
            to = (local.hour * 60) + local.min
            { label: label, from: [to - minutes, 0].max, to: to } if local.to_date == day
          end
        end

        # Nothing can begin before now on the day itself; a day to come begins when the shop opens.
        def now
          time = Time.now
          (time.hour * 60) + time.min if day == time.to_date
        end

        def learned = @learned ||= EachPull.learned(@lot.item_type)

        # Pulls since the plan in force was made which something in the train ended: part and force.
        def ended
          since = Store::Models::Plan.of(@lot.id)&.created_at
          rows = Store::Models::Judgement.in_force(@lot.id, failed_part: IN_THE_TRAIN)
          rows.select { |row| since.nil? || row.created_at > since }.map { |row| [row.failed_part, row.value_si] }
        end
      end
    end
  end
end
