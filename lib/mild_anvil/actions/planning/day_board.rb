# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Today on every bench: what the plans in force put there, hour by hour.
      module DayBoard
        MOST_PLANS = 30
        RECENT_DAYS = 60
        MINUTES_A_DAY = 24 * 60

        @recent = RecentlySeen.new(MOST_PLANS)

        module_function

        # @return [Array<Hash>] lot_id, lot, kind, label, lane, from, to (minutes of today), day, at, until
        def call(today: Time.now.to_date)
          rows = plans(today).flat_map { |plan| kept(plan, today) { items(plan, today) } }
          rows.sort_by { |row| [row[:lane], row[:from]] }
        end

        # What was pulled moves with the minute; a plan is answered once in each.
        def kept(plan, today, &block)
          @recent.fetch([plan.id, plan.lot.version, today, Time.now.to_i / 60], &block)
        end
        private_class_method :kept

        # Those of the newest revision whose day lies at most as far back as it may last.
        def plans(today)
          real = Store::Models::Lot.real.select(:id)
          newest = Store::Models::Plan.where(lot_id: real).group(:lot_id).select { max(:id).as(:id) }
          recent = Store::Models::Plan.where(id: newest).where { created_at > today.to_time - (RECENT_DAYS * 86_400) }
          recent.where(Sequel.like(:content, "%\"date\"%")).eager(:lot).reverse(:id).limit(MOST_PLANS).all
                .select { |plan| (0..6).cover?(days_ago(plan, today)) }
        end
        private_class_method :plans

        def days_ago(plan, today)
          (today - Date.iso8601(plan.content_h.dig(:day, :date).to_s)).to_i
        rescue Date::Error
          -1
        end
        private_class_method :days_ago

        def items(plan, today)
          content = plan.content_h
          answer = Core::Plan::Sections::TheDay.new(ShowPlan.composed(plan.lot, content)).call
          shift = days_ago(plan, today) * MINUTES_A_DAY
          bench = content[:bench_id] && Store::Models::Bench[content[:bench_id]]&.name
          answer[:items].to_a.filter_map { |item| row(plan.lot, item, shift, bench) }
        rescue MildAnvil::Error # a plan that cannot be answered says so on its own page
          []
        end
        private_class_method :items

        def row(lot, item, shift, bench)
          from, to = item.values_at(:from, :to).map { |minute| minute - shift }
          return if to <= 0 || from >= MINUTES_A_DAY

          lane = bench && item[:lane] == "bench 1" ? bench : item[:lane].sub(/\A./, &:upcase)
          { lot_id: lot.id, lot: lot.name, from: from, to: to, lane: lane, day: 0,
            **item.slice(:kind, :label, :at, :until) }
        end
        private_class_method :row
      end
    end
  end
end
