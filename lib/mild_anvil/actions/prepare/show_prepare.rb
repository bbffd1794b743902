# frozen_string_literal: true

module MildAnvil
  module Actions
    module Prepare
      # The step Prepare of a lot: each piece with its dimensions, its steps, what follows from them, when it is ready.
      class ShowPrepare
        PIECE = %i[id number label state trial version].freeze
        STEP = %i[id batch position kind name source source_text hours capacity under_load starts_at done_at].freeze

        # @return [Hash]
        def self.call(lot_id:, unit: nil) = new(Store::Models::Lot.fetch!(lot_id), unit).to_h

        def initialize(lot, unit)
          @lot = lot
          @drawing = Sizes.lot_rows(lot)
          @pieces = lot.specimens_dataset.all
          ids = @pieces.map(&:id)
          @sizes = Store::Models::Dimension.where(specimen_id: ids, withdrawn_at: nil).order(:id).eager(:person).all
                                           .group_by(&:specimen_id)
          @steps = Steps.of(ids).group_by(&:specimen_id)
          @figures = DerivedFigures.new(lot, unit)
          @now = Time.now
        end

        def to_h
          { line: line, drawing: @drawing.map { |row| drawing(row) }, pieces: @pieces.map { |piece| piece(piece) },
            templates: StepTemplates.list(@lot.item_type), reference_substrate: @figures.reference,
            files: Attach.of(lot_id: @lot.id) }
        end

        # One line of truth for the spine, and its state.
        # @return [Hash] line, state
        def line
          here = @pieces.reject { |piece| piece.state == "gone" }
          return { line: "No pieces listed", state: "none" } if here.empty?

          flags = here.sum { |piece| measured(piece).values.count { |m| m.outside.any? } }
          flags.positive? ? flagged(here, flags) : plain(here)
        end

        private

        def flagged(here, flags)
          { line: [(ready_words(here) if @steps.any?), "#{flags} out of tolerance"].compact.join(", "), state: "warn" }
        end

        def plain(here)
          return { line: "No steps listed", state: @sizes.any? ? "half" : "none" } if @steps.empty?

          { line: ready_words(here), state: ready(here) == here.size ? "full" : "half" }
        end

        def ready(here) = here.count { |piece| schedule(piece).ready?(@now) }
        def ready_words(here) = "#{ready(here)} of #{here.size} ready"

        # Read only where the pieces are shown: the spine asks for the line alone.
        def files = @files ||= Attach.of_specimens(@pieces.map(&:id))

        def judged
          @judged ||= begin
            facts = LotFacts.new(@lot)
            facts.pulls.to_h { |pull| [pull.feature.specimen_id, facts.judgement(pull)] }
          end
        end

        def drawing(row)
          { **row.values.slice(:name, :role, :unit), nominal: row.nominal_text, plus: row.plus_text,
                                                     minus: row.minus_text, said: said(row) }
        end

        def said(row)
          return "no tolerance" if row.nominal_si.nil?

          "#{row.nominal_text} +#{row.plus_text} −#{row.minus_text} #{row.unit}"
        end

        # @return [Hash{String => Core::Prepare::Measured}] by name
        def measured(piece)
          rows = @sizes.fetch(piece.id, []).group_by(&:name)
          @drawing.filter_map do |drawn|
            here = rows[drawn.name] or next
            stages = here.group_by(&:stage).transform_values { |list| list.map(&:value_si) }
            before, after = %w[received conditioned].map { |stage| stages.fetch(stage, []) }
            [drawn.name, Core::Prepare::Measured.new(before, conditioned: after, drawing: limits(drawn))]
          end.to_h
        end

        def limits(row)
          return if row.nominal_si.nil?

          Core::Prepare::Measured::Drawing.new(nominal: row.nominal_si, plus: row.plus_si, minus: row.minus_si)
        end

        def schedule(piece)
          Core::Prepare::Schedule.new(@steps.fetch(piece.id, []).map { |row| Steps.core(row) })
        end

        def piece(piece)
          found = measured(piece)
          plan = schedule(piece)
          steps = @steps.fetch(piece.id, [])
          { **piece.values.slice(*PIECE), code: SpecimenCode.of(piece), files: files.fetch(piece.id, []),
                                          sizes: sizes(piece, found), steps: shown(steps), **readiness(plan),
                                          derived: @figures.of(by_role(found), judged[piece.id], steps) }
        end

        def sizes(piece, found) = found.map { |name, measured| size(piece, name, measured) }

        def readiness(plan)
          { ready: plan.ready?(@now), ready_at: plan.ready_at(@now), complaints: plan.complaints(@now) }
        end

        def shown(steps) = steps.map { |row| step(row) }

        def by_role(found)
          roles = @drawing.to_h { |row| [row.name, row.role] }
          found.to_h { |name, measured| [roles.fetch(name), measured] }
        end

        def size(piece, name, found)
          drawn = @drawing.find { |row| row.name == name }
          rows = @sizes.fetch(piece.id).select { |row| row.name == name }
          unit = SizeUnits.find!(drawn.role, drawn.unit)
          rule = Core::Quantity::FigureRule.for(unit: unit, resolution_si: rows.map do |row|
            step_of(row, drawn.role)
          end.min)
          text = ->(value) { value && rule.nearest(value).text }
          { name: name, unit: drawn.unit, mean: text.call(found.mean), smallest: text.call(found.smallest),
            count: found.count, outside: found.outside.any?, stage: found.conditioned.any? ? "conditioned" : "received",
            shrinkage_percent: found.shrinkage_share&.then { |s| (s * 100).round(2) },
            readings: rows.map { |row| reading(row) } }
        end

        # The last digit of a reading as it was typed, SI.
        def step_of(row, role)
          SizeUnits.find!(role, row.unit).to_si(10.0**-row.text[/\.(\d+)/, 1].to_s.size)
        end

        def reading(row)
          { id: row.id, stage: row.stage, text: row.text, unit: row.unit, tool: row.tool, person: row.person.name }
        end

        def step(row)
          core = Steps.core(row)
          { **row.values.slice(*STEP), values: row.content, done: core.done?(@now), running: core.running?(@now),
                                       ends_at: core.hours && core.ends_at,
                                       done_by: row.done_by&.name }
        end
      end
    end
  end
end
