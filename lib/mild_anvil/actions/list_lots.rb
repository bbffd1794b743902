# frozen_string_literal: true

module MildAnvil
  module Actions
    # A page of the rack: jobs with their lots, each with the summary that its small rule needs.
    module ListLots
      PAGE = 60

      module_function

      # @param query [String, nil] words looked for in lot, job, customer
      # @param page [Integer] from 1
      # @param waiting [Boolean] only lots in which somebody has to do something
      # @return [Hash] jobs, total, page, pages
      def call(query: nil, page: 1, waiting: false)
        found = dataset(query, waiting)
        total = found.count
        rows = found.order(Sequel.desc(Sequel[:jobs][:id]), Sequel[:lots][:id]).limit(PAGE, (page - 1) * PAGE).all
        { jobs: grouped(rows), total: total, page: page, pages: (total.to_f / PAGE).ceil }
      end

      def dataset(query, waiting)
        rows = Sequel::Model.db[:lots].join(:jobs, id: Sequel[:lots][:job_id]).join(:lot_summaries, lot_id: Sequel[:lots][:id])
                            .select(Sequel[:lots][:id].as(:id), :name, :item_type, :display_unit, :direction, :job_id, :customer, :title, :purpose, :content)
        rows = rows.exclude(state: "done") if waiting
        query.to_s.split.each { |word| rows = rows.where(Sequel.ilike(Sequel.function(:concat_ws, " ", :name, :customer, :title, :material), "%#{rows.escape_like(word)}%")) }
        rows
      end
      private_class_method :dataset

      def grouped(rows)
        rows.group_by { |row| row[:job_id] }.map do |id, lots|
          { id: id, customer: lots.first[:customer], title: lots.first[:title], purpose: lots.first[:purpose], lots: lots.map { |row| lot(row) } }
        end
      end
      private_class_method :grouped

      def lot(row)
        { id: row[:id], name: row[:name], item_type: row[:item_type], display_unit: row[:display_unit], direction: row[:direction], summary: JSON.parse(row[:content]) }
      end
      private_class_method :lot
    end
  end
end
