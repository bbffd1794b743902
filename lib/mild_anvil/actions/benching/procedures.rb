# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # What can be run: shipped procedures with the loads of a lot, or why one of them cannot be.
      module Procedures
        module_function

        OF_FORCE = %w[force].freeze
        NEEDS_DRIVE = "cycle" # what no hand does evenly

        # @param readiness [Readiness]; @param unit [Core::Quantity::Unit] to state loads in
        # @return [Array<Hash>] key, name, about, steps in words, profile, refused
        def all(readiness, unit)
          possible(readiness).map { |row| { **row.slice(:key, :name, :about), **stated(row, readiness, unit) } }
        end

        # @param key [String]
        # @return [Array(Hash, Core::Pull::Procedure)] content, with what this kind of item is looked at for
        # @raise [NotFound, InvalidInput]
        def of(key, readiness)
          row = possible(readiness).find { |one| one[:key] == key }
          raise NotFound, "there is no procedure #{key} here" if row.nil?

          content = looked_at(row.slice(:key, :revision, :name, :kind, :push, :steps).compact, readiness.lot)
          made = Core::Pull::Procedure.new(content, loads: readiness.loads)
          [content, Core::Pull::ProcedureSense.check!(made, quantity: quantity(readiness.lot.measurand))]
        end

        # What this lot's last pull was done by; before there is one, what its plan is for. Nobody else's is proposed.
        # @return [String, nil] key; nil: somebody has to choose
        def proposed(readiness)
          keys = possible(readiness).map { |row| row[:key] }
          last = Store::Models::Run.where(lot_id: readiness.lot.id).exclude(state: "refused").order(:id).last
          key = last ? last.read(:procedure)[:key] : planned(readiness)
          key if keys.include?(key)
        end

        # A plan that expects a break is for breaking.
        def planned(readiness)
          return unless readiness.loads.key?("expected")

          Catalogue.procedures.find { |row| row[:kind] == "break" && fits?(row, readiness.lot) }&.fetch(:key)
        end
        private_class_method :planned

        # @param measurand [String] key
        # @return [String] of the loads that it is made by
        def quantity(measurand) = Core::Pull::Fixture::ROLES.fetch(measurand, "force")

        # @return [Array<Hash>] those that ship, and the shop's own in their newest revision
        def every
          own = Store::Models::Procedure.in_force.map do |row|
            { **row.content_h, key: row.key, revision: row.revision, name: row.name, about: row.about, own: true }
          end
          own + Catalogue.procedures
        end

        # @return [Array<Hash>] what measures what the lot does, and what its bench can do
        def possible(readiness)
          fitting = every.select { |row| fits?(row, readiness.lot) }
          return fitting if readiness.bench.nil? || Address.drives?(readiness.bench.address)

          fitting.reject { |row| row[:steps].any? { |step| step[:does] == NEEDS_DRIVE } }
        end

        def fits?(row, lot) = (row[:measurands] || OF_FORCE).include?(lot.measurand)
        private_class_method :fits?

        # What is looked at follows the item, where its kind says so.
        def looked_at(content, lot)
          points = Library.item_type(lot.item_type).inspection_points.to_a
          return content if points.empty?

          { **content, steps: content[:steps].map do |step|
            step[:does] == "inspect" ? { **step, points: points } : step
          end }
        end
        private_class_method :looked_at

        def stated(row, readiness, unit)
          content, made = of(row[:key], readiness)
          wording = Core::Plan::Wording.new(unit)
          { steps: made.steps.map { |step| words(step, wording, unit) }, profile: made.profile, refused: nil,
            highest_si: made.highest, proof: made.proof?, breaks: made.breaks?,
            points: content[:steps].flat_map { |step| step[:points].to_a }.uniq,
            warnings: readiness.warnings(made), refusals: readiness.refusals(made) }
        rescue InvalidInput => e
          { steps: [], profile: [], refused: e.message, highest_si: nil, proof: false, breaks: false, points: [],
            warnings: [], refusals: [] }
        end
        private_class_method :stated

        # @return [Hash] does, title, detail
        def words(step, wording, unit)
          title, detail = send(:"of_#{step.does}", step, wording)
          { does: step.does, title: title, detail: detail.to_s, load: step.load, to_si: step.to, unit: unit.symbol }
        end

        # As it was typed, where it was.
        def rate(step, wording)
          return "#{format('%.6g', step.rate_as[:value])} #{step.rate_as[:unit]}" if step.rate_as

          step.by == "force" ? "#{wording.force(step.rate)}/s" : "#{wording.length(step.rate)}/s"
        end

        def of_zero(*) = ["Zero", "nothing pulls"]

        def of_ramp(step, wording)
          [step.by == "travel" ? "By #{wording.length(step.to)}" : "To #{wording.force(step.to)}", rate(step, wording)]
        end

        def of_hold(step, _) = ["Hold #{time(step.seconds)}", "at or above"]
        def of_inspect(step, _) = ["Look at it", step.points.one? ? "1 point" : "#{step.points.size} points"]
        def of_release(step, wording) = ["Let off", rate(step, wording)]
        def of_break(step, wording) = ["To the break", rate(step, wording)]
        def of_wait(step, _) = ["Wait #{time(step.seconds)}", "at this length"]
        def of_remark(step, _) = ["Remark", step.words]
        def of_measure(step, _) = ["Read by hand", step.figures.map(&:name).join(", ")]

        def of_cycle(step, wording)
          ["#{step.count} cycles", "#{wording.force(step.low)} to #{wording.force(step.high)}"]
        end

        def time(seconds) = seconds < 120 ? "#{seconds.round} s" : "#{(seconds / 60).round} min"
        private_class_method :time
      end
    end
  end
end
